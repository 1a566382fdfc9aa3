'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { LabRun } from '@/core/runs/labRun';
import type { RunEntry } from './runFields';
import { RunFormOpen, type RunForm } from './runForm';
import { RunTrouble } from './runTrouble';
import { useRunSave } from './useRunSave';
import { Button } from '@/ui/frame/button';

/** What a reviewer does to a run by hand. Each step can be undone from the message that confirms it. */
export function RunActions({
  roundUpId,
  run,
  entries,
  more,
  people,
}: {
  roundUpId: number;
  run: LabRun;
  entries: RunEntry[];
  /** What was typed of other sensors, by its column. */
  more: Readonly<Record<string, string>>;
  /** Of the lab: who may have made a change. */
  people: string[];
}) {
  const router = useRouter();
  const [open, setOpen] = useState<RunForm | null>(null);
  const saving = useRunSave(roundUpId, run);
  const { busy, save, clear } = saving;
  const close = () => setOpen(null);
  useHotkeys('escape', close, { enableOnFormTags: true });

  const takeBack = () =>
    save({
      changes: { setAside: '' },
      done: `Run ${run.label} counts again`,
      undo: { setAside: run.setAside, asideAs: run.asideAs },
      onSaved: close,
    });
  const remove = () =>
    save({
      changes: { deleted: true },
      done: `Run ${run.label} deleted`,
      undo: { deleted: false },
      onSaved: () => router.push(`/round-ups/${roundUpId}/logbook`),
    });
  const toggle = (what: RunForm) => () => {
    clear();
    setOpen(open === what ? null : what);
  };
  return (
    <div className="border-t border-hairline pt-3">
      <div className="flex flex-wrap gap-2 text-[14px]">
        {run.setAside ? (
          <Button disabled={busy} onClick={() => void takeBack()}>
            Let it count again
          </Button>
        ) : (
          <Button aria-expanded={open === 'aside'} onClick={toggle('aside')}>
            Set aside
          </Button>
        )}
        <Button aria-expanded={open === 'note'} onClick={toggle('note')}>
          Note
        </Button>
        <Button aria-expanded={open === 'edit'} onClick={toggle('edit')}>
          Edit
        </Button>
        <Button className="text-bad" disabled={busy} onClick={() => void remove()}>
          Delete
        </Button>
      </div>
      {open ? (
        <RunFormOpen key={open} {...{ what: open, run, entries, more, people, saving }} onClose={close} />
      ) : (
        <div className="pt-2">
          <RunTrouble saving={saving} typed={() => undefined} onClose={close} />
        </div>
      )}
    </div>
  );
}
