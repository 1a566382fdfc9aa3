import { dayWords } from '@/core/timeWords';
import { plural } from '@/ui/marks/figures';
import type { RigData } from '@/lab/planning/rigView';
import { TextButton } from '@/ui/frame/button';

/** The revisions of a rig, the newest first, with what each changed. */
export function Revisions({
  data,
  busy,
  onChoose,
}: {
  data: RigData;
  busy: boolean;
  onChoose: (rigRevisionId: number) => void;
}) {
  return (
    <section aria-label="Revisions">
      <h2 className="font-display text-[18px] font-bold">Revisions</h2>
      <ul className="text-[14.5px]">
        {[...data.revisions].reverse().map((revision) => (
          <li key={revision.id} className="border-b border-hairline py-1.5">
            <div className="flex flex-wrap items-baseline gap-x-3">
              <b>Revision {revision.revision}</b>
              <span className="text-ink2">{dayWords(revision.startedAt.toISOString())}</span>
              <span dir="auto">{revision.reason}</span>
              <span className="ml-auto text-ink2">{plural(revision.runs, 'run')}</span>
              {revision.id === data.currentId ? (
                <span className="text-act">ranked here</span>
              ) : (
                <TextButton disabled={busy} onClick={() => onChoose(revision.id)}>
                  rank its runs here
                </TextButton>
              )}
            </div>
            {revision.changes.length > 0 && (
              <p className="pl-4 text-[13.5px] text-ink2">
                {revision.changes
                  .map((change) => `${change.what}: ${change.was} → ${change.isNow}`)
                  .join('; ')}
              </p>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
