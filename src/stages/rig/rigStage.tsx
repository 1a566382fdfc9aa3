'use client';

import { format } from 'date-fns';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { OWN_CASE } from '@/core/cases/labCase';
import { setupProblems, setupWarnings, type RigSetup } from '@/core/rig/rigSetup';
import { setupDifferences } from '@/core/rig/setupDifferences';
import { Cautions } from '@/ui/frame/cautions';
import { plural } from '@/ui/marks/figures';
import { TextField } from '@/ui/form/fields';
import { TroubleNote, type Trouble } from '@/ui/form/troubleNote';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import { KeptApart } from './keptApart';
import { RigsOfRoundUp, type RigWish } from './rigsOfRoundUp';
import { RigBookView } from './rigBook';
import type { RigData } from '@/lab/planning/rigView';
import { RigDrawing } from './rigDrawing';
import { SetupFields } from './setupFields';
import { useAct } from '@/ui/useAct';

/** The bench: its drawing, what of it moves the numbers, its instruments, and the revisions it went through. */
export function RigStage({ data }: { data: RigData }) {
  const router = useRouter();
  const form = useRef<HTMLFormElement>(null);
  const current = data.revisions.find((revision) => revision.id === data.currentId)!;
  const [draft, setDraft] = useState<RigSetup | null>(null);
  const [reason, setReason] = useState('');
  const [isSaving, setBusy] = useState(false);
  const choosing = useAct();
  const busy = isSaving || choosing.busy;
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const fault = trouble?.kind === 'failed' ? trouble : null;
  const setup = draft ?? current.setup;
  const changes = draft ? setupDifferences(current.setup, draft) : [];
  const problems = setupProblems(setup);
  const errorOf = (field: keyof RigSetup) =>
    problems.find((problem) => problem.field === field)?.message ??
    (fault?.field === `setup.${field}` || fault?.field === field ? fault.message : undefined);

  /** `over` where a change by somebody else was shown, and this one is meant all the same. */
  async function save(over: boolean) {
    if (!form.current!.reportValidity()) return;
    setBusy(true);
    const body = { who: whoIsHere(), reason: reason.trim(), seenId: data.currentId, setup, over };
    const answer = await sendJson(`/api/round-ups/${data.roundUpId}/rig`, 'POST', body);
    setBusy(false);
    if (!answer.ok) {
      const field = answer.body.field as string | undefined;
      if (field === 'seenId') return setTrouble({ kind: 'conflict', who: '', theirs: 'the rig' });
      return setTrouble({ kind: 'failed', message: answer.message, field, again: answer.status === 0 });
    }
    setTrouble(null);
    setDraft(null);
    setReason('');
    const revision = Number(answer.body.revision);
    toast.success(
      !data.noted
        ? 'The rig is noted'
        : answer.body.started
          ? `Revision ${revision} has begun`
          : `Revision ${revision} set right`,
    );
    router.refresh();
  }

  async function choose(wish: RigWish) {
    const url = `/api/round-ups/${data.roundUpId}/rig`;
    const was: RigWish = { rigRevisionId: data.currentId, rigName: '' };
    const answer = await choosing.act({
      ...{ url, method: 'PATCH' as const, body: wish },
      said: 'Measured and ranked on another rig or revision from now on',
      undo: () => ({ url, method: 'PATCH', body: was }),
    });
    if (answer.ok) setDraft(null);
  }
  const chooseRevision = (rigRevisionId: number) => void choose({ rigRevisionId, rigName: '' });

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-6 px-4 pt-4 pb-4 md:px-7 lg:flex-row">
      <div
        className="flex min-h-0 min-w-0 flex-1 flex-col gap-5 lg:overflow-y-auto lg:pr-1"
        role="region"
        aria-label="Bench"
        tabIndex={0}
      >
        <KeptApart apart={data.apart} current={current.revision} busy={busy} onChoose={chooseRevision} />
        <section aria-label="Drawing">
          <p className="label-text">
            {data.name}, revision {current.revision}. Drag the meter, the probe or the cooler, or move them by
            arrow keys, a centimetre each.
          </p>
          {!data.noted && (
            <p className="text-[14px] text-warn">
              ▲ These are usual values and nobody’s measurements: put right what differs, and note it.
            </p>
          )}
          {setupWarnings(setup).map((setupWarning) => (
            <p key={setupWarning} className="text-[14px] text-warn">
              ▲ {setupWarning}
            </p>
          ))}
          <div className="aspect-[2/1] max-h-[400px] w-full">
            <RigDrawing
              setup={setup}
              kept={current.setup}
              noted={data.noted || draft !== null}
              onSetup={setDraft}
            />
          </div>
        </section>
        <RigBookView rigId={data.rigId} kept={data.book} today={data.today} />
        <section aria-label="Revisions">
          <div className="flex flex-wrap items-baseline gap-4">
            <h2 className="font-display text-[18px] font-bold">Revisions</h2>
            <Link
              className="text-[14px] underline underline-offset-3"
              href={`/round-ups/${data.roundUpId}/rig/watch`}
            >
              Over the months
            </Link>
            <Link
              className="text-[14px] underline underline-offset-3"
              href={`/round-ups/${data.roundUpId}/rig/bridge`}
            >
              Bridge
            </Link>
          </div>
          <ul className="text-[14.5px]">
            {[...data.revisions].reverse().map((revision) => (
              <li key={revision.id} className="border-b border-hairline py-1.5">
                <div className="flex flex-wrap items-baseline gap-x-3">
                  <b>Revision {revision.revision}</b>
                  <span className="text-ink2">{format(revision.startedAt, 'd MMM yyyy')}</span>
                  <span dir="auto">{revision.reason}</span>
                  <span className="ml-auto text-ink2">{plural(revision.runs, 'run')}</span>
                  {revision.id === data.currentId ? (
                    <span className="text-act">ranked here</span>
                  ) : (
                    <button
                      type="button"
                      className="underline underline-offset-2"
                      disabled={busy}
                      onClick={() => chooseRevision(revision.id)}
                    >
                      rank its runs here
                    </button>
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
        <RigsOfRoundUp data={data} busy={busy} onChoose={(wish) => void choose(wish)} />
        <Cautions />
      </div>
      <form
        ref={form}
        onSubmit={(event) => {
          event.preventDefault();
          void save(false);
        }}
        className="flex shrink-0 flex-col border-hairline lg:w-[400px] lg:border-l lg:pl-6"
        aria-label="Setup"
      >
        <h2 className="font-display pb-2 text-[18px] font-bold">What moves the numbers</h2>
        {data.comparesCases && setup.enclosure !== OWN_CASE && (
          <p className="pb-2 text-[14px]">
            Whole cases are compared. The same parts move from one to the next?{' '}
            <button
              type="button"
              className="underline underline-offset-2"
              onClick={() => setDraft({ ...setup, enclosure: OWN_CASE })}
            >
              The enclosure is “{OWN_CASE}”
            </button>
            . Where each case has parts of its own, it has a rig of its own.
          </p>
        )}
        <div
          className="min-h-0 flex-1 pr-1 pb-3 lg:overflow-y-auto"
          role="region"
          aria-label="Fields"
          tabIndex={0}
        >
          <SetupFields setup={setup} onSetup={setDraft} errorOf={errorOf} />
        </div>
        <div className="space-y-2 border-t border-hairline pt-3">
          {changes.length > 0 && (
            <ul className="max-h-28 overflow-y-auto text-[13.5px]" aria-label="What changes" tabIndex={0}>
              {changes.map((change) => (
                <li key={change.what}>
                  {change.what}: {change.was} → <b>{change.isNow}</b>
                </li>
              ))}
            </ul>
          )}
          {!problems.length && (
            <TroubleNote
              trouble={trouble}
              busy={busy}
              onAgain={() => void save(false)}
              onMine={() => void save(true)}
              onTheirs={() => {
                setDraft(null);
                setTrouble(null);
                router.refresh();
              }}
            />
          )}
          {changes.length > 0 && current.runs > 0 && (
            <>
              <p className="text-[13.5px] text-warn">
                ▲ {plural(current.runs, 'run')} at revision {current.revision} will not be ranked with what is
                measured from now on.
              </p>
              <TextField
                label="Reason of the new revision"
                value={reason}
                onValue={setReason}
                error={fault?.field === 'reason' ? fault.message : undefined}
              />
            </>
          )}
          <div className="flex gap-2">
            <button
              className="act-button"
              disabled={(changes.length === 0 && data.noted) || problems.length > 0 || busy}
            >
              {changes.length === 0 && !data.noted
                ? 'Note it as it stands'
                : current.runs > 0
                  ? `Start revision ${data.revisions[data.revisions.length - 1]!.revision + 1}`
                  : 'Save the rig'}
            </button>
            {draft && (
              <button type="button" className="quiet-button" onClick={() => setDraft(null)}>
                As it was
              </button>
            )}
          </div>
        </div>
      </form>
    </div>
  );
}
