import { inARow } from '@/core/words';
import { columnName, type SideColumn } from '@/core/ranking/sideColumn';
import type { PageEntry as SideEntry } from '@/lab/model/pageEntries';

function leaders({ cells }: SideColumn): string[] {
  return cells.filter((cell) => cell.placed?.placeFrom === 1).map((cell) => cell.entry);
}

function named(ids: readonly string[], entries: readonly SideEntry[]): string {
  return inARow(ids.map((id) => entries.find((entry) => entry.entry === id)?.product ?? id));
}

/** Who is best by each of two columns, and by both: those that share the first place, and never more than that. */
export function bestWords(
  x: SideColumn,
  y: SideColumn,
  entries: readonly SideEntry[],
): { label: string; words: string }[] {
  const [byX, byY] = [leaders(x), leaders(y)];
  const both = byX.filter((entry) => byY.includes(entry));
  const share = (ids: string[]) => (ids.length > 1 ? `${named(ids, entries)} (a tie)` : named(ids, entries));
  return [
    { label: `First by ${columnName(x)}`, words: share(byX) },
    { label: `First by ${columnName(y)}`, words: share(byY) },
    {
      label: 'By both',
      words: both.length > 0 ? share(both) : 'none: the leader in one trails in the other',
    },
  ];
}
