'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { notice } from '@/ui/frame/notice';
import { OWN_CASE } from '@/core/cases/labCase';
import { setupProblems, type RigSetup } from '@/core/rig/rigSetup';
import { setupDifferences } from '@/core/rig/setupDifferences';
import { plural } from '@/ui/marks/figures';
import { TextField } from '@/ui/form/fields';
import { useLeaveGuard } from '@/ui/form/useLeaveGuard';
import { TroubleNote, type Trouble } from '@/ui/form/troubleNote';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import type { RigData } from '@/lab/planning/rigView';
import { SetupFields } from './setupFields';
import { Button, TextButton } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

/** What of a rig moves its numbers, as fields; a change begins a revision, with its reason. */
export function SetupForm({
  data,
  draft,
  onDraft,
  isHeld,
}: {
  data: RigData;
  /** What was changed here or in the drawing and is not saved; null for nothing. */
  draft: RigSetup | null;
  onDraft: (draft: RigSetup | null) => void;
  /** Something else is being changed. */
  isHeld: boolean;
}) {
  const router = useRouter();
  const form = useRef<HTMLFormElement>(null);
  const current = data.revisions.find((revision) => revision.id === data.currentId)!;
  const [reason, setReason] = useState('');
  const [isSaving, setBusy] = useState(false);
  const busy = isSaving || isHeld;
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const fault = trouble?.kind === 'failed' ? trouble : null;
  const setup = draft ?? current.setup;
  const changes = draft ? setupDifferences(current.setup, draft) : [];
  const problems = setupProblems(setup);
  useLeaveGuard(changes.length > 0);
  const errorOf = (field: keyof RigSetup) =>
    problems.find((problem) => problem.field === field)?.message ??
    (fault?.field === `setup.${field}` || fault?.field === field ? fault.message : undefined);

  /** `over` where a change by somebody else was shown, and this one is meant all the same. */
  async function save(over: boolean) {
    if (!form.current!.reportValidity()) return;
    setBusy(true);
    const body = { who: whoIsHere(), reason: reason.trim(), seenId: data.currentId, setup, over };
    const answer = await sendJson<{ field: string; revision: number; started: boolean }>(
      `/api/round-ups/${data.roundUpId}/rig`,
      'POST',
      body,
    );
    setBusy(false);
    if (!answer.ok) {
      const { field } = answer.body;
      if (field === 'seenId') return setTrouble({ kind: 'conflict', who: '', theirs: 'the rig' });
      return setTrouble({ kind: 'failed', message: answer.message, field, again: answer.status === 0 });
    }
    setTrouble(null);
    onDraft(null);
    setReason('');
    const revision = Number(answer.body.revision);
    notice.done(
      !data.noted
        ? 'The rig is saved'
        : answer.body.started
          ? `Revision ${revision} has begun`
          : `Revision ${revision} set right`,
    );
    router.refresh();
  }

  return (
    <Form
      ref={form}
      onSend={() => void save(false)}
      className="flex shrink-0 flex-col border-hairline lg:w-[400px] lg:border-l lg:pl-6"
      aria-label="Setup"
    >
      <h2 className="font-display pb-2 text-[18px] font-bold">What moves the numbers</h2>
      {data.comparesCases && setup.enclosure !== OWN_CASE && (
        <p className="pb-2 text-[14px]">
          Whole cases are compared. The same parts move from one to the next?{' '}
          <TextButton onClick={() => onDraft({ ...setup, enclosure: OWN_CASE })}>
            The enclosure is “{OWN_CASE}”
          </TextButton>
          . Where each case has parts of its own, it has a rig of its own.
        </p>
      )}
      <div
        className="min-h-0 flex-1 pr-1 pb-3 lg:overflow-y-auto"
        role="region"
        aria-label="Fields"
        tabIndex={0}
      >
        <SetupFields setup={setup} onSetup={onDraft} errorOf={errorOf} />
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
              onDraft(null);
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
              ? 'Save this setup'
              : current.runs > 0
                ? `Start revision ${data.revisions[data.revisions.length - 1]!.revision + 1}`
                : 'Save the rig'}
          </button>
          {draft && <Button onClick={() => onDraft(null)}>As it was</Button>}
        </div>
      </div>
    </Form>
  );
}
