'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { LabRun } from '@/core/runs/labRun';
import { figure } from '@/ui/figures';
import { saveRun } from './saveRun';
import type { WindowSpan } from './windowHandles';

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
  const router = useRouter();
  const [reason, setReason] = useState(run.windowReason);
  const [failure, setFailure] = useState('');

  async function save(window: (WindowSpan & { reason: string }) | null, done: string) {
    const before = run.movedWindow ? { ...run.movedWindow, reason: run.windowReason } : null;
    const outcome = await saveRun(roundUpId, run.id, run.version, { window });
    if (!outcome.saved) {
      setFailure(outcome.message);
      if (outcome.conflict) router.refresh();
      return;
    }
    setFailure('');
    onDone();
    const takeBack = async () => {
      const back = await saveRun(roundUpId, run.id, outcome.version, { window: before });
      if (!back.saved) toast.error(back.message);
      router.refresh();
    };
    toast(done, { duration: 12_000, action: { label: 'Undo', onClick: () => void takeBack() } });
    router.refresh();
  }

  if (!draft && !run.movedWindow) return null;
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-hairline pt-2 text-[14px]">
      {draft ? (
        <form
          className="flex min-w-0 flex-1 flex-wrap items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (!reason.trim()) return setFailure('A moved window needs a reason.');
            return void save({ ...draft, reason: reason.trim() }, 'Window moved');
          }}
        >
          <span>
            Window {figure(draft.startS / 60, 1)} to {figure(draft.endS / 60, 1)} min
          </span>
          <input
            aria-label="Why the window was moved"
            className="min-w-40 flex-1 rounded border border-hairline bg-raised px-2 py-1"
            placeholder="Why: pump hiccup at the end …"
            value={reason}
            maxLength={1000}
            onChange={(event) => setReason(event.target.value)}
          />
          <button className="act-button">Keep</button>
          <button type="button" className="quiet-button" onClick={onDone}>
            Leave it
          </button>
        </form>
      ) : (
        <>
          <span className="min-w-0 flex-1 truncate" dir="auto" title={run.windowReason}>
            Window moved by hand: {run.windowReason}
          </span>
          <button className="quiet-button" onClick={() => void save(null, 'Automatic window again')}>
            Back to the automatic window
          </button>
        </>
      )}
      {failure && (
        <p role="alert" className="w-full text-bad">
          ▲ {failure}
        </p>
      )}
    </div>
  );
}
