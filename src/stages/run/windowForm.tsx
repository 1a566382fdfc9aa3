'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useForm } from 'react-hook-form';
import { object, string } from 'yup';
import type { LabRun } from '@/core/runs/labRun';
import { figure } from '@/ui/marks/figures';
import { RunTrouble } from './runTrouble';
import { useRunSave } from './useRunSave';
import type { WindowSpan } from './windowHandles';
import { Button } from '@/ui/frame/button';

const schema = object({
  reason: string()
    .trim()
    .default('')
    .required('A moved window needs a reason.')
    .max(1000, 'at most ${max} characters'),
});

/** Keeps a window moved by hand, with its reason, or goes back to the automatic one. */
export function WindowForm({
  roundUpId,
  run,
  draft,
  onDone,
}: {
  roundUpId: number;
  run: LabRun;
  /** What the handles stand at, where they were moved. */
  draft: WindowSpan | null;
  onDone: () => void;
}) {
  const { register, handleSubmit, getValues } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { reason: run.windowReason },
  });
  const saving = useRunSave(roundUpId, run);
  const wanted = () => ({ window: draft && { ...draft, reason: getValues('reason').trim() } });

  function save(window: (WindowSpan & { reason: string }) | null, done: string) {
    const before = run.movedWindow ? { ...run.movedWindow, reason: run.windowReason } : null;
    void saving.save({ changes: { window }, done, undo: { window: before }, onSaved: onDone });
  }

  if (!draft && !run.movedWindow) return null;
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-hairline pt-2 text-[14px]">
      {draft ? (
        <form
          className="flex min-w-0 flex-1 flex-wrap items-center gap-2"
          onSubmit={(event) =>
            void handleSubmit(
              ({ reason }) => save({ ...draft, reason }, 'Window moved'),
              ({ reason }) => saving.fail(reason?.message ?? ''),
            )(event)
          }
        >
          <span>
            Window {figure(draft.startS / 60, 1)} to {figure(draft.endS / 60, 1)} min
          </span>
          <input
            aria-label="Why the window was moved"
            className="min-w-40 flex-1 rounded border border-hairline bg-raised px-2 py-1"
            placeholder="Why: pump hiccup at the end …"
            {...register('reason')}
          />
          <button className="act-button">Keep</button>
          <Button onClick={onDone}>Leave it</Button>
        </form>
      ) : (
        <>
          <span className="min-w-0 flex-1 truncate" dir="auto" title={run.windowReason}>
            Window moved by hand: {run.windowReason}
          </span>
          <Button onClick={() => save(null, 'Automatic window again')}>Back to the automatic window</Button>
        </>
      )}
      <div className="w-full">
        <RunTrouble saving={saving} typed={wanted} onClose={onDone} />
      </div>
    </div>
  );
}
