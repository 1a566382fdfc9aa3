'use client';

import { TroubleNote } from './troubleNote';
import type { SheetForm } from './useSheet';

/** What keeps a sheet from being saved, and the ways on. A fault that a field shows itself is left to it. */
export function SheetTrouble<T>({ sheet, ownFields }: { sheet: SheetForm<T>; ownFields?: boolean }) {
  const { trouble, busy, again, writeMine, takeTheirs } = sheet;
  if (ownFields && trouble?.kind === 'failed' && trouble.field) return null;
  return (
    <TroubleNote trouble={trouble} busy={busy} onAgain={again} onMine={writeMine} onTheirs={takeTheirs} />
  );
}
