'use client';

import { LineSelect } from '@/ui/form/lineSelect';
import { parseAsString, useQueryStates } from 'nuqs';
import { useMemo } from 'react';
import { columnName, type SideColumn } from '@/core/ranking/sideColumn';
import { tradeOff } from '@/core/ranking/tradeOff';
import type { SideData } from '@/lab/orders/pairs/sidePage';
import { figure } from '@/ui/marks/figures';
import { TradeChart, type TradeAxis } from '../desk/tradeChart';
import { bestWords } from './bestWords';

function axisOf(column: SideColumn): TradeAxis {
  const { unit, decimals } = column.response;
  return {
    title: `${columnName(column)}, ${unit}`,
    tick: (value) => figure(value, unit === 'K' ? 0 : decimals),
  };
}

/** What one response costs another: any two of them against each other, with the front. */
export function SideTradeOff({
  data: { columns, entries },
  byEntry,
}: {
  data: SideData;
  byEntry: ReadonlyMap<string, SideData['entries'][number]>;
}) {
  const [view, setView] = useQueryStates(
    { x: parseAsString.withDefault(columns[0]?.key ?? ''), y: parseAsString.withDefault('') },
    { history: 'replace' },
  );
  const x = columns.find((column) => column.key === view.x) ?? columns[0];
  const y =
    columns.find((column) => column.key === view.y) ??
    columns.find((column) => column !== x && column.load === x?.load) ??
    columns.find((column) => column !== x);
  const points = useMemo(() => {
    if (!x || !y) return [];
    const both = x.cells.flatMap(({ entry, placed }) => {
      const other = y.cells.find((cell) => cell.entry === entry)?.placed;
      return placed && other
        ? [{ entry, x: placed.value, y: other.value, x95: placed.interval95, y95: other.interval95 }]
        : [];
    });
    return tradeOff(both, x.response.better, y.response.better);
  }, [x, y]);
  const axes = useMemo(() => (x && y ? { x: axisOf(x), y: axisOf(y) } : null), [x, y]);
  const choice = (label: string, value: string, onValue: (key: string) => void, not: string | undefined) => (
    <LineSelect
      {...{ label, value, onValue }}
      options={columns.filter(({ key }) => key !== not).map((column) => [column.key, columnName(column)])}
    />
  );
  if (!x || !y || !axes) return null;
  return (
    <section aria-label="One against another" className="border-t border-hairline pt-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-2">
        <h2 className="font-display text-[16px] font-bold">Trade-off</h2>
        {choice('across', x.key, (key) => void setView({ x: key }), y.key)}
        {choice('upwards', y.key, (key) => void setView({ y: key }), x.key)}
      </div>
      <div className="flex flex-col gap-4 lg:flex-row">
        <div className="h-[420px] min-w-0 flex-1">
          {points.length > 1 ? (
            <TradeChart points={points} x={axes.x} y={axes.y} entries={byEntry} />
          ) : (
            <p className="py-6">Fewer than two entries have both: nothing to set against one another.</p>
          )}
        </div>
        <div className="lg:w-[340px]">
          <dl className="space-y-2 text-[14.5px]">
            {bestWords(x, y, entries).map(({ label, words }) => (
              <div key={label}>
                <dt className="label-text">{label}</dt>
                <dd dir="auto">{words}</dd>
              </div>
            ))}
            <div>
              <dt className="label-text">Clearly beaten on both</dt>
              <dd dir="auto">
                {points
                  .filter((point) => point.surelyBeatenBy.length > 0)
                  .map((point) => byEntry.get(point.entry)!.product)
                  .join(', ') || 'none'}
              </dd>
            </div>
          </dl>
          <p className="label-text pt-2">
            Dashed: the trade-off line. No entry beats these on both axes; pale ones may trail by chance.
          </p>
        </div>
      </div>
    </section>
  );
}
