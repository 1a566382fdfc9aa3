import { Link } from '@/ui/frame/link';
import type { SlippedRun } from '@/lab/runs/notedRuns';
import { plural } from '@/ui/marks/figures';

const SHOWN = 3;

/** Runs that count and look like slips, each with the sentence that names the other value. */
export function SlipNotes({
  roundUpId,
  slips,
  lead,
}: {
  roundUpId: number;
  slips: readonly SlippedRun[];
  /** What stands before a run's product, where its ± is meant. */
  lead?: 'uncertainty';
}) {
  if (slips.length === 0) return null;
  return (
    <ul aria-label="Runs that look like slips" className="space-y-1 pb-2 text-[14.5px] text-warn">
      {slips.slice(0, SHOWN).map(({ id, label, product, says }) => (
        <li key={id} dir="auto">
          ▲{' '}
          {lead && (
            <>
              ± of <bdi>{product}</bdi> includes{' '}
            </>
          )}
          <Link className="underline underline-offset-2" href={`/round-ups/${roundUpId}/runs/${id}`}>
            run {label}
          </Link>
          {lead ? ': ' : <> of {<bdi>{product}</bdi>}: </>}
          {says.join('; ')}
        </li>
      ))}
      {slips.length > SHOWN && (
        <li>
          <Link
            className="underline underline-offset-2"
            href={`/round-ups/${roundUpId}/logbook?show=flagged`}
          >
            {plural(slips.length - SHOWN, 'more run looks', 'more runs look')} like slips
          </Link>
        </li>
      )}
    </ul>
  );
}
