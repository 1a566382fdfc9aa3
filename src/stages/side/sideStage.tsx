'use client';

import { parseAsFloat, parseAsString, useQueryState, useQueryStates } from 'nuqs';
import { useMemo } from 'react';
import { AXES } from '@/core/curves/axis';
import { tradeOff } from '@/core/ranking/tradeOff';
import { figure } from '@/ui/marks/figures';
import { PageLine } from '../desk/pageLine';
import { LineField } from '../curves/choices/lineField';
import { alikeWords, partedByTelling } from './alike';
import { bestWords } from './bestWords';
import { columnName } from '@/core/ranking/sideColumn';
import { PairList } from './pairList';
import type { SideData } from '@/lab/orders/sidePage';
import { SideTable } from './sideTable';
import { TradeChart } from './tradeChart';

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
  const choice = (label: string, value: string, onValue: (key: string) => void, not: string | undefined) => (
    <label className="label-text flex items-center gap-1.5">
      {label}
      <select
        className="max-w-64 rounded border border-hairline bg-raised px-1.5 py-0.5 text-[14px] text-ink"
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
            className="rounded border border-hairline bg-raised px-1.5 py-0.5 text-[14px] text-ink"
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
            className="max-w-72 rounded border border-hairline bg-raised px-1.5 py-0.5 text-[14px] text-ink"
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
      <section aria-label="Table" className="w-full min-w-0">
        <SideTable
          entries={entries}
          columns={telling}
          base={base}
          elsewhere={data.elsewhere}
          elsewhereName={data.atFull ? `at ${figure(data.lineDb, 1)} dB(A)` : 'at full speed'}
        />
        {alike.length > 0 && <p className="pt-1 text-[14px] text-ink2">{alikeWords(alike)}</p>}
        <p className="label-text pt-1">
          {base
            ? 'Each difference with its interval, which holds for all of a column at once (95 %); what the rig leaves in doubt of both alike cancels. Grey: a tie.'
            : 'Each with its 95 % interval. Grey: a tie. ⇅ Place clearly changes. – Not ranked; hover for the reason.'}
        </p>
      </section>
      {data.pairs.length > 0 && <PairList pairs={data.pairs} entries={byEntry} currency={data.currency} />}
      {x && y && (
        <section aria-label="One against another" className="border-t border-hairline pt-3">
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-2">
            <h3 className="font-display text-[16px] font-bold">What one costs the other</h3>
            {choice('across', x.key, (key) => void setView({ x: key }), y.key)}
            {choice('upwards', y.key, (key) => void setView({ y: key }), x.key)}
          </div>
          <div className="flex flex-col gap-4 lg:flex-row">
            <div className="h-[420px] min-w-0 flex-1">
              {points.length > 1 ? (
                <TradeChart points={points} x={x} y={y} entries={byEntry} />
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
                      .join(', ') || 'nobody'}
                  </dd>
                </div>
              </dl>
              <p className="label-text pt-2">
                Dashed: the front. What lies on it gives up nothing without gaining by the other; pale entries
                lie behind it, and may do so by chance.
              </p>
            </div>
          </div>
        </section>
      )}
    </div>
  );
}
