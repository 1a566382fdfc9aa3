'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { UNDO_MS } from '@/ui/useAct';
import { notice } from '@/ui/frame/notice';
import type { Trouble } from '@/ui/form/troubleNote';
import { saveRun } from './saveRun';

interface Attempt {
  changes: Record<string, unknown>;
  /** What is said once it is saved, and what takes it back. */
  done: string;
  undo: Record<string, unknown>;
  onSaved: () => void;
}

/** Saves changes of one run; what stands in the way is kept until the reviewer decides. */
export function useRunSave(roundUpId: number, run: { id: number; label: string; version: number }) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [busy, setBusy] = useState(false);
  const [last, setLast] = useState<Attempt | null>(null);
  /** Version of a change by somebody else that was shown. */
  const [shown, setShown] = useState(0);

  async function send(attempt: Attempt, version: number, confirmed: boolean): Promise<void> {
    setBusy(true);
    setLast(attempt);
    const outcome = await saveRun(roundUpId, run.id, version, attempt.changes, confirmed, attempt.undo);
    setBusy(false);
    if (!outcome.saved) {
      if (outcome.trouble.kind === 'conflict') setShown(outcome.version);
      return setTrouble(outcome.trouble);
    }
    setTrouble(null);
    setLast(null);
    const takeBack = async () => {
      const back = await saveRun(roundUpId, run.id, outcome.version, attempt.undo, true);
      if (back.saved) notice.say(`Run ${run.label} is as it was`);
      else notice.refused(back.message);
      router.refresh();
    };
    notice.say(attempt.done, {
      duration: UNDO_MS,
      action: { label: 'Undo', onClick: () => void takeBack() },
    });
    attempt.onSaved();
    router.refresh();
  }

  return {
    busy,
    trouble,
    save: (attempt: Attempt) => send(attempt, run.version, false),
    /** A fault found before anything was sent. */
    fail: (message: string) => setTrouble({ kind: 'failed', message }),
    clear: () => setTrouble(null),
    /** What was asked about is meant, or nobody answered. */
    again: (changes?: Record<string, unknown>) => {
      if (last)
        void send(
          { ...last, changes: changes ?? last.changes },
          Math.max(run.version, shown),
          trouble?.kind === 'asked',
        );
    },
    writeMine: (changes?: Record<string, unknown>) => {
      if (last) void send({ ...last, changes: changes ?? last.changes }, shown, false);
    },
    takeTheirs: () => {
      setTrouble(null);
      setLast(null);
      router.refresh();
    },
  };
}

export type RunSaving = ReturnType<typeof useRunSave>;
