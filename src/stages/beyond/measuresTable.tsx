import { Termed } from '@/ui/marks/term';
import { figure, placeText } from '@/ui/marks/figures';
import { useMemo } from 'react';
import { EntryMark } from '@/ui/marks/entryMark';
import type { BeyondData } from '@/lab/orders/beyond/beyondPage';
import { DotTrack, placeOn, scaleAround, type DotScale } from '@/ui/chart/dotTrack';
import { measuresOf, type Measure, type MeasureFigure } from './measures';
import { standingWords } from '@/core/ranking/standingWords';
import { useIntervals } from './useIntervals';
import { Scrolled } from '@/ui/frame/scrolled';

/** A measure of an entry as a dot on the scale of its column, its figure over it; or why there is none. */
function Figure({
  found,
  measure,
  isDrawing,
  position,
  scale,
}: {
  found: MeasureFigure;
  measure: Measure;
  isDrawing: boolean;
  position: number;
  scale: DotScale;
}) {
  if (found.value === null)
    return (
      <td className="text-[13px] text-ink2" title={found.why}>
        {found.short || found.why}
        {found.short && <span className="sr-only">: {found.why}</span>}
      </td>
    );
  const doubt =
    found.interval95 !== null
      ? `± ${figure(found.interval95, measure.decimals)}`
      : isDrawing
        ? '± …'
        : '± not available';
  const at = placeOn(scale, found.value);
  return (
    <td>
      {/* The figure stands over its dot as far as the column has room. */}
      <span
        className="block w-fit whitespace-nowrap tabular-nums"
        style={{ marginLeft: `${at}%`, transform: `translateX(-${at}%)` }}
      >
        <b>{figure(found.value, measure.decimals)}</b>{' '}
        <span className="text-[12.5px] text-ink2">{doubt}</span>
      </span>
      <DotTrack dots={[{ key: measure.key, position, ...found, value: found.value }]} scale={scale} />
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
    const valueOf = (item: (typeof items)[number]) => {
      const { value, below } = by.figureFor(item, undefined);
      return value ?? below ?? null;
    };
    // What is only known to be below a level stands at that level; those without the measure come last, in the order at the line.
    return [...items].sort((a, b) => {
      const [x, y] = [valueOf(a), valueOf(b)];
      if (x === null || y === null) return Number(x === null) - Number(y === null);
      return by.key === 'rise' ? items.indexOf(a) - items.indexOf(b) : sign * (x - y);
    });
  }, [items, by]);
  const scales = useMemo(
    () =>
      new Map(
        measures.map((measure) => {
          const found = items.map((item) => measure.figureFor(item, done.get(item.entry)));
          return [
            measure.key,
            scaleAround(
              found.flatMap(({ value, interval95 }) => (value === null ? [] : { value, interval95 })),
            ),
          ];
        }),
      ),
    [measures, items, done],
  );
  return (
    <Scrolled label="Measures">
      <table className="figure-table">
        <thead>
          <tr>
            <th scope="col">
              <Termed>Likely place</Termed>
            </th>
            <th scope="col">Entry</th>
            {measures.map((measure) => (
              <th
                key={measure.key}
                scope="col"
                className="min-w-36 align-top"
                aria-sort={measure === by ? (by.better === 'lower' ? 'ascending' : 'descending') : undefined}
              >
                <button
                  type="button"
                  className="block cursor-pointer text-left font-bold text-ink"
                  title={measure.definition}
                  onClick={() => onBy(measure.key)}
                >
                  {measure.name}
                  {measure === by && (by.better === 'lower' ? ' ↑' : ' ↓')}
                </button>
                <span className="block font-normal">{measure.under}</span>
                <span className="block text-act">
                  {measure.betterIs} {measure.better === 'lower' ? '←' : '→'}
                </span>
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
                  scale={scales.get(measure.key)!}
                  position={item.position}
                  measure={measure}
                  found={measure.figureFor(item, done.get(item.entry))}
                  isDrawing={isDrawing}
                />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Scrolled>
  );
}
