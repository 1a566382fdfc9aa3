'use client';

import { TroubleNote } from '@/ui/form/troubleNote';
import type { RunSaving } from './useRunSave';

/** What keeps a change of a run from being saved, and the ways on; what stands in the form now is what is meant. */
export function RunTrouble({
  saving: { trouble, busy, again, writeMine, takeTheirs },
  typed,
  onClose,
}: {
  saving: RunSaving;
  /** The changes as the form has them; undefined where it has none. */
  typed: () => Record<string, unknown> | undefined;
  onClose: () => void;
}) {
  return (
    <TroubleNote
      trouble={trouble}
      busy={busy}
      onAgain={() => again(typed())}
      onMine={() => writeMine(typed())}
      onTheirs={() => {
        onClose();
        takeTheirs();
      }}
    />
  );
}
