import { figure, placeText } from '@/ui/marks/figures';
import { useMemo } from 'react';
import { EntryMark } from '@/ui/marks/entryMark';
import type { BeyondData } from '@/lab/orders/beyondPage';
import { measuresOf, type Measure, type MeasureFigure } from './measures';
import { standingWords } from '@/core/ranking/standingWords';
import { useIntervals } from './useIntervals';

/** A measure of an entry with its interval, or why there is none. */
function Figure({
  found,
  measure,
  isDrawing,
}: {
  found: MeasureFigure;
  measure: Measure;
  isDrawing: boolean;
}) {
  if (found.value === null)
    return (
      <td className="num max-w-40 text-[12.5px] whitespace-normal text-ink2" title={found.why}>
        <span className="line-clamp-2">{found.why}</span>
      </td>
    );
  const doubt =
    found.interval95 !== null
      ? `± ${figure(found.interval95, measure.decimals)}`
      : isDrawing
        ? '± …'
        : '± not available';
  return (
    <td className="num whitespace-nowrap">
      <b>{figure(found.value, measure.decimals)}</b>
      <span className="block text-[12.5px] text-ink2">{doubt}</span>
    </td>
  );
}

/** Entries by all measures beyond the line, in the order of one of them. */
export function MeasuresTable({
  data,
  measures,
  by,
  done,
  isDrawing,
  onBy,
}: {
  data: BeyondData;
  measures: ReturnType<typeof measuresOf>;
  by: ReturnType<typeof measuresOf>[number];
  done: ReturnType<typeof useIntervals>['done'];
  /** Intervals are still being drawn. */
  isDrawing: boolean;
  onBy: (key: string) => void;
}) {
  const { items } = data;
  const sorted = useMemo(() => {
    const sign = by.better === 'lower' ? 1 : -1;
    const valueOf = (item: (typeof items)[number]) => by.figureFor(item, undefined).value;
    // Those without the measure come last, in the order at the line.
    return [...items].sort((a, b) => {
      const [x, y] = [valueOf(a), valueOf(b)];
      if (x === null || y === null) return Number(x === null) - Number(y === null);
      return by.key === 'rise' ? items.indexOf(a) - items.indexOf(b) : sign * (x - y);
    });
  }, [items, by]);
  return (
    <div className="w-0 min-w-full overflow-x-auto" tabIndex={0} role="region" aria-label="Measures">
      <table className="figure-table">
        <thead>
          <tr>
            <th scope="col">Likely place</th>
            <th scope="col">Entry</th>
            {measures.map((measure) => (
              <th
                key={measure.key}
                scope="col"
                className="num"
                aria-sort={measure === by ? (by.better === 'lower' ? 'ascending' : 'descending') : undefined}
              >
                <button
                  type="button"
                  className="cursor-pointer text-right underline decoration-dotted underline-offset-3"
                  title={measure.definition}
                  onClick={() => onBy(measure.key)}
                >
                  {measure.name}
                  {measure === by && (by.better === 'lower' ? ' ↑' : ' ↓')}
                </button>
                <span className="block font-normal">{measure.unit}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sorted.map((item) => (
            <tr key={item.entry} data-entry={item.entry}>
              <td className="font-bold whitespace-nowrap">{placeText(...item.detail.places)}</td>
              <td className="min-w-40">
                <span className="flex items-center gap-1.5">
                  <EntryMark position={item.position} />
                  <span dir="auto">{item.product}</span>
                </span>
                {item.placed.status !== 'ranked' && (
                  <span className="block text-[13px] text-warn">{standingWords(item.placed.status)}</span>
                )}
              </td>
              {measures.map((measure) => (
                <Figure
                  key={measure.key}
                  measure={measure}
                  found={measure.figureFor(item, done.get(item.entry))}
                  isDrawing={isDrawing}
                />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
