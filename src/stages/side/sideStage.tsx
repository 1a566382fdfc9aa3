'use client';

import { TakeAlong } from '../desk/takeAlong';
import { parseAsFloat, parseAsString, useQueryState, useQueryStates } from 'nuqs';
import { useMemo } from 'react';
import { AXES } from '@/core/curves/axis';
import { tradeOff } from '@/core/ranking/tradeOff';
import { figure } from '@/ui/marks/figures';
import { usePicked } from '../desk/usePicked';
import { PageLine } from '../desk/pageLine';
import { LineField } from '../curves/choices/lineField';
import { alikeWords, partedByTelling } from './alike';
import { bestWords } from './bestWords';
import { columnName, type SideColumn } from '@/core/ranking/sideColumn';
import type { SideData } from '@/lab/orders/sidePage';
import { SideStrips } from './sideStrips';
import { EntryMark } from '@/ui/marks/entryMark';
import { SideTable } from './sideTable';
import { TradeChart, type TradeAxis } from '../desk/tradeChart';

function axisOf(column: SideColumn): TradeAxis {
  const { unit, decimals } = column.response;
  return {
    title: `${columnName(column)}, ${unit}`,
    tick: (value) => figure(value, unit === 'K' ? 0 : decimals),
  };
}

/** Everything that was measured of every entry, at one noise: a table of differences, and what one response costs another. */
export function SideStage({ data }: { data: SideData }) {
  const { columns, entries } = data;
  // Another line is another set of values, which the server makes.
  const [, setLine] = useQueryState('line', parseAsFloat.withOptions({ shallow: false }));
  const [, setAt] = useQueryState('at', parseAsString.withOptions({ shallow: false }));
  const [view, setView] = useQueryStates(
    {
      from: parseAsString.withDefault(''),
      x: parseAsString.withDefault(columns[0]?.key ?? ''),
      y: parseAsString.withDefault(''),
    },
    { history: 'replace' },
  );
  const [telling, alike] = useMemo(() => partedByTelling(columns), [columns]);
  const byEntry = useMemo(() => new Map(entries.map((entry) => [entry.entry, entry])), [entries]);
  const { picked, press } = usePicked(entries);
  const base = byEntry.has(view.from) ? view.from : null;
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
    <label className="label-text flex items-center gap-1.5">
      {label}
      <select
        className="max-w-64 rounded border border-hairline bg-raised px-1.5 py-1 text-[14px] text-ink"
        value={value}
        onChange={({ target }) => onValue(target.value)}
      >
        {columns.map((column) => (
          <option key={column.key} value={column.key} disabled={column.key === not}>
            {columnName(column)}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine>
        {!data.atFull && (
          <p>
            at <LineField axis={AXES.noise} at={data.lineDb} onLine={(line) => void setLine(line)} /> dB(A)
          </p>
        )}
        <label className="label-text flex items-center gap-1.5">
          each
          <select
            className="rounded border border-hairline bg-raised px-1.5 py-1 text-[14px] text-ink"
            value={data.atFull ? 'full' : ''}
            onChange={({ target }) => void setAt(target.value || null)}
          >
            <option value="">at equal noise</option>
            <option value="full">at its fastest</option>
          </select>
        </label>
        <label className="label-text flex items-center gap-1.5">
          shown as
          <select
            className="max-w-72 rounded border border-hairline bg-raised px-1.5 py-1 text-[14px] text-ink"
            value={base ?? ''}
            onChange={({ target }) => void setView({ from: target.value || null })}
          >
            <option value="">measured</option>
            {entries.map((entry) => (
              <option key={entry.entry} value={entry.entry}>
                difference from {entry.product}
              </option>
            ))}
          </select>
        </label>
      </PageLine>
      <section aria-label="Everything measured" className="w-full min-w-0 space-y-2">
        <div className="flex flex-wrap gap-x-1.5 gap-y-1" role="group" aria-label="Pick out">
          {entries.map(({ entry, product, position }) => (
            <button
              key={entry}
              type="button"
              aria-pressed={picked.has(entry)}
              className={`flex cursor-pointer items-center gap-1.5 rounded border px-2 py-1 text-[14px] ${
                picked.has(entry) ? 'border-ink bg-raised font-semibold' : 'border-transparent'
              }`}
              onClick={() => press(entry)}
            >
              <EntryMark position={position} />
              <span dir="auto">{product}</span>
            </button>
          ))}
        </div>
        <div id="side-picture" className="grows">
          <SideStrips entries={entries} columns={telling} base={base} picked={picked} />
        </div>
        {alike.length > 0 && <p className="text-[14px] text-ink2">{alikeWords(alike)}</p>}
        <p className="label-text">
          {base
            ? 'Each difference with its interval, which holds for all of a strip at once (95 %). Pale: a tie.'
            : 'Each with its 95 % interval, each strip on its own scale. Press a name to pick it out.'}{' '}
          <TakeAlong
            picture="side-picture"
            condition={data.atFull ? 'at full speed' : `at ${data.lineDb.toFixed(1)} dB(A)`}
            fileName="everything-measured"
            figures={() =>
              columns.flatMap((column) =>
                column.cells.map(({ entry, placed, reason }) => ({
                  at: data.atFull ? 'full speed' : `${data.lineDb} dB(A)`,
                  response: column.response.name,
                  place: column.place,
                  load: column.load,
                  unit: column.response.unit,
                  entry: byEntry.get(entry)!.product,
                  value: placed?.value ?? null,
                  interval_95: placed?.interval95 ?? null,
                  why_not: reason,
                })),
              )
            }
          />
        </p>
        <details>
          <summary className="cursor-pointer text-[14.5px] font-semibold">Figures</summary>
          <SideTable
            entries={entries}
            columns={telling}
            base={base}
            elsewhere={data.elsewhere}
            elsewhereName={data.atFull ? `at ${figure(data.lineDb, 1)} dB(A)` : 'at full speed'}
          />
          <p className="label-text pt-1">
            Grey: a tie. ⇅ Place clearly changes. – Not ranked; hover for the reason.
          </p>
        </details>
      </section>
      {x && y && axes && (
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
      )}
    </div>
  );
}
