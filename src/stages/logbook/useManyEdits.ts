import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { UNDO_MS } from '@/ui/useAct';
import { notice } from '@/ui/frame/notice';
import type { LogbookRow } from '@/core/runs/logbookRow';
import type { Trouble } from '@/ui/form/troubleNote';
import { sendEdits, type Changes } from './sendEdits';

/** Edits of many runs in one step, all or none, with an undo of all. */
export function useManyEdits(roundUpId: number, chosen: readonly LogbookRow[], onDone: () => void) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [busy, setBusy] = useState(false);
  const last = useRef<{ changes: Changes; undo: (row: LogbookRow) => Changes; said: string } | null>(null);

  async function apply(
    changes: Changes,
    undo: (row: LogbookRow) => Changes,
    said: string,
    confirmed = false,
  ) {
    last.current = { changes, undo, said };
    setBusy(true);
    const rows = chosen;
    const result = await sendEdits(
      roundUpId,
      rows.map((row) => ({ run: row.id, version: row.version, changes })),
      confirmed,
    );
    setBusy(false);
    if ('trouble' in result) {
      const label = rows.find((row) => row.id === result.run)?.label;
      const { trouble: found } = result;
      return setTrouble(
        found.kind === 'failed' && label
          ? { ...found, message: `Run ${label}: ${found.message} None of the runs was changed.` }
          : found.kind === 'conflict' && label
            ? { ...found, theirs: `run ${label}, ${found.theirs}` }
            : found,
      );
    }
    setTrouble(null);
    const takeBack = async () => {
      const back = await sendEdits(
        roundUpId,
        rows.map((row, i) => ({ run: row.id, version: result.versions[i]!, changes: undo(row) })),
        true,
      );
      if ('trouble' in back) notice.refused('One of the runs was changed meanwhile: nothing was undone.');
      else notice.say('They are as they were');
      router.refresh();
    };
    notice.say(said, { duration: UNDO_MS, action: { label: 'Undo', onClick: () => void takeBack() } });
    onDone();
    router.refresh();
  }

  /** The last edits once more, confirmed where something was asked about them. */
  const again = () => {
    if (last.current)
      void apply(last.current.changes, last.current.undo, last.current.said, trouble?.kind === 'asked');
  };

  return { apply, again, trouble, setTrouble, busy };
}
