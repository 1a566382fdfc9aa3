'use client';

import type { RigBook } from '@/core/rig/instrument';
import { useSheet, type KeptSheet } from '@/ui/form/useSheet';
import { DayChecks } from './dayChecks';
import { Instruments, type SaveBook } from './instruments';

/** Instruments with their calibration, and the checks of the day. */
export function RigBookView({
  rigId,
  kept,
  today,
}: {
  rigId: number;
  kept: KeptSheet<RigBook>;
  today: string;
}) {
  const sheet = useSheet('rig-book', rigId, kept);
  const save: SaveBook = (body, said) => sheet.save({ body, said });
  return (
    <div className="space-y-5">
      <Instruments book={sheet.body} today={today} onBook={save} />
      <DayChecks sheet={sheet} today={today} onBook={save} />
    </div>
  );
}
