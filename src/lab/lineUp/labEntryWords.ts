import { measuredWords } from '@/core/lineUp/measuredWords';
import type { MeasuredEntry } from '@/database/lab/measuredEntries';

/** An entry of the lab as it is offered: its name, what it is, and what was measured of it. */
export interface OfferedEntry {
  entryId: number;
  name: string;
  /** Maker, fans, sample. */
  what: string;
  /** “24 runs on Open bench A, revision 2, the last 14 months ago” */
  measured: string;
  citedIn: { id: number; title: string }[];
}

export function offeredEntry(entry: MeasuredEntry, now: Date): OfferedEntry {
  const { entryId, name, maker, fans, sample, citedIn } = entry;
  const what = [maker, fans, sample && `sample ${sample}`].filter(Boolean).join(' · ');
  return { entryId, name, what, measured: measuredWords(entry.measured, now), citedIn };
}
