import { pairDifference } from '@/core/ranking/pairDifference';
import { columnName, type SideColumn } from '@/core/ranking/sideColumn';
import { partName } from '@/core/responses/responses';
import type { PageEntry } from '@/lab/model/pageEntries';
import { DotTrack, scaleAround, type Dot } from '@/ui/chart/dotTrack';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, signed } from '@/ui/marks/figures';

interface Props {
  entries: readonly PageEntry[];
  columns: readonly SideColumn[];
  /** Differences from this entry; null for the figures themselves. */
  base: string | null;
  picked: ReadonlySet<string>;
}

interface StripDot extends Dot {
  position: number;
  entry: PageEntry;
  /** A difference whose interval leaves nothing out. */
  isOpen: boolean;
}

/** All entries of a column that have a value, as they are or as differences from one of them. */
function dotsOf(column: SideColumn, entries: readonly PageEntry[], base: string | null): StripDot[] {
  const from = column.cells.find(({ entry }) => entry === base)?.placed ?? null;
  const compared = Math.max(2, column.cells.filter(({ placed }) => placed).length);
  return entries.flatMap((entry): StripDot[] => {
    const placed = column.cells.find((cell) => cell.entry === entry.entry)?.placed;
    if (!placed) return [];
    const { entry: key, position } = entry;
    if (!from)
      return [
        { ...{ key, position, entry, isOpen: false }, value: placed.value, interval95: placed.interval95 },
      ];
    if (from === placed) return [{ ...{ key, position, entry, isOpen: false }, value: 0, interval95: null }];
    const { difference, interval95, isOpen } = pairDifference(from, placed, compared);
    return [{ ...{ key, position, entry, isOpen, interval95 }, value: difference }];
  });
}

/** Every response at every load as a strip of dots on its own scale; who is picked out has its figure beside it. */
export function SideStrips({ entries, columns, base, picked }: Props) {
  return (
    <ul>
      {columns.map((column) => {
        const { decimals, unit, better } = column.response;
        const dots = dotsOf(column, entries, base).map((dot) => ({
          ...dot,
          isPale: picked.size > 0 ? !picked.has(dot.key) : dot.isOpen,
          title: `${dot.entry.product}: ${figure(dot.value, decimals)} ± ${figure(dot.interval95, decimals)} ${unit}`,
        }));
        if (dots.length === 0) return null;
        const scale = scaleAround(dots);
        const shown = dots.filter(({ key }) => picked.has(key) && key !== base);
        const words = (value: number) => (base ? signed(value, decimals) : figure(value, decimals));
        return (
          <li
            key={column.key}
            className="grid items-center gap-x-5 border-b border-hairline py-2 md:grid-cols-[minmax(0,15rem)_minmax(0,1fr)_minmax(0,15rem)]"
            title={columnName(column)}
          >
            <span className="text-[14.5px] leading-snug">
              <b>
                {partName(column.response)}
                {column.place && `, ${column.place}`}
              </b>
              <span className="block text-[13px] text-ink2">
                {column.load}, {unit}
              </span>
            </span>
            <span>
              <DotTrack dots={dots} scale={scale} line={base === null ? null : 0} />
              <span className="flex justify-between text-[12.5px] text-ink2 tabular-nums">
                <span>
                  {better === 'lower' && <span className="text-act">better ← </span>}
                  {words(Math.min(...dots.map(({ value }) => value)))}
                </span>
                <span>
                  {words(Math.max(...dots.map(({ value }) => value)))}
                  {better === 'higher' && <span className="text-act"> → better</span>}
                </span>
              </span>
            </span>
            <span className="text-[13.5px] leading-snug tabular-nums">
              {shown.map((dot) => (
                <span key={dot.key} className="flex items-baseline gap-1.5">
                  <EntryMark position={dot.position} />
                  <b>{words(dot.value)}</b>{' '}
                  <span className="text-ink2">
                    ± {figure(dot.interval95, decimals)} {unit}
                    {dot.isOpen && ', a tie'}
                  </span>
                </span>
              ))}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
