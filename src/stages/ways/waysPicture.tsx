import type { WayColumn } from '@/core/ranking/wayPlaces';
import type { PageEntry } from '@/lab/model/pageEntries';
import { EntryMark, entryStyle, entryTextColour } from '@/ui/marks/entryMark';
import { figure, placeText } from '@/ui/marks/figures';
import { Scrolled } from '@/ui/frame/scrolled';
import { Name } from '@/ui/marks/name';

interface Props {
  ways: readonly WayColumn[];
  entries: readonly PageEntry[];
  decimals: number;
  unit: string;
  /** Who is picked out; the others pale. */
  picked: ReadonlySet<string>;
  onPick: (entry: string) => void;
  /** What stands over each way: its name and where it is asked. */
  head: (way: WayColumn) => React.ReactNode;
}

const ROW_PX = 40;

/** A line from place to place, level at each so that it is read there and crosses between. */
function pathThrough(points: readonly { x: number; y: number }[]): string {
  return points
    .map(({ x, y }, i) => {
      const last = points[i - 1];
      if (!last) return `M${x} ${y}`;
      const bend = 0.45 * (x - last.x);
      return `C${last.x + bend} ${last.y} ${x - bend} ${y} ${x} ${y}`;
    })
    .join('');
}

/** Places by every way as lines that cross; a ring holds those that tie. */
export function WaysPicture({ ways, entries, decimals, unit, picked, onPick, head }: Props) {
  const rows = Math.max(...ways.map(({ order }) => order.length));
  const width = 100 / ways.length;
  const xOf = (way: number) => (way + 0.5) * width;
  const yOf = (row: number) => (row + 0.5) * ROW_PX;
  const lines = entries.flatMap((entry) => {
    const stands = ways.flatMap(({ order }, way) => {
      const row = order.indexOf(entry.entry);
      return row < 0 ? [] : [{ way, row }];
    });
    return stands.length > 0 ? [{ entry, stands }] : [];
  });
  const isPale = ({ entry }: PageEntry) => picked.size > 0 && !picked.has(entry);
  const colour = ({ position }: PageEntry) => `var(${entryStyle(position).colour})`;
  return (
    <Scrolled label="Places by every way">
      <div className="min-w-[580px]">
        <div className="flex pl-36">
          {ways.map((way) => (
            <div key={way.key} className="px-1 pb-1 text-center leading-tight" style={{ width: `${width}%` }}>
              {head(way)}
            </div>
          ))}
        </div>
        <div className="relative ml-36" style={{ height: rows * ROW_PX }}>
          <svg
            aria-hidden
            className="absolute inset-0 h-full w-full"
            viewBox={`0 0 100 ${rows * ROW_PX}`}
            preserveAspectRatio="none"
          >
            {ways.map((way, i) => (
              <line
                key={way.key}
                x1={xOf(i)}
                x2={xOf(i)}
                y1={0}
                y2={rows * ROW_PX}
                stroke={way.key === 'noise' ? 'var(--color-act)' : 'var(--hairline)'}
                strokeWidth={way.key === 'noise' ? 2 : 1}
                vectorEffect="non-scaling-stroke"
              />
            ))}
            {lines.map(({ entry, stands }) => (
              <path
                key={entry.entry}
                d={pathThrough(stands.map(({ way, row }) => ({ x: xOf(way), y: yOf(row) })))}
                fill="none"
                stroke={colour(entry)}
                strokeWidth={picked.has(entry.entry) ? 3.5 : 2}
                opacity={isPale(entry) ? 0.22 : 0.85}
                vectorEffect="non-scaling-stroke"
              />
            ))}
          </svg>
          {ways.map((way, i) =>
            way.ties.map(({ better, worse }, ring) => (
              <span
                key={`${way.key} ${better}`}
                aria-hidden
                className="absolute -translate-x-1/2 rounded-full border-[1.5px] border-ink"
                style={{
                  left: `${xOf(i)}%`,
                  top: yOf(better - 1) - 14,
                  height: (worse - better) * ROW_PX + 28,
                  // Rings that overlap lie beside one another, not on one another.
                  width: 26 + 8 * (ring % 2),
                }}
              />
            )),
          )}
          {lines.map(({ entry, stands }) => (
            <div key={entry.entry} style={{ opacity: isPale(entry) ? 0.35 : 1 }}>
              <button
                type="button"
                aria-pressed={picked.has(entry.entry)}
                className="absolute -translate-y-1/2 cursor-pointer truncate pr-3 text-right text-[14px] font-bold"
                style={{
                  color: entryTextColour(entry.position),
                  top: yOf(stands[0]!.row),
                  ...(stands[0]!.way === 0
                    ? { right: `calc(100% - ${xOf(0)}% + 8px)`, maxWidth: `calc(9rem + ${xOf(0)}% - 10px)` }
                    : {
                        right: `calc(100% - ${xOf(stands[0]!.way)}% + 8px)`,
                        maxWidth: `calc(${width}% - 12px)`,
                      }),
                }}
                title={entry.product}
                onClick={() => onPick(entry.entry)}
                dir="auto"
              >
                <Name>{entry.product}</Name>
              </button>
              {stands.map(({ way, row }) => {
                const { name, places } = ways[way]!;
                const { placeFrom, placeTo, value, interval95, levelDb } = places[entry.entry]!;
                return (
                  <span
                    key={way}
                    className="absolute grid size-6 -translate-x-1/2 -translate-y-1/2 place-items-center"
                    style={{ left: `${xOf(way)}%`, top: yOf(row) }}
                    title={`${entry.product} ${name}: place ${placeText(placeFrom, placeTo)}, ${figure(value, decimals)} ± ${figure(interval95, decimals)} ${unit}, ${figure(levelDb, 1)} dB(A)`}
                  >
                    <EntryMark position={entry.position} />
                  </span>
                );
              })}
            </div>
          ))}
        </div>
      </div>
    </Scrolled>
  );
}
