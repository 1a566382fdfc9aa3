'use client';

import { LineSelect } from '@/ui/form/lineSelect';
import { TakeAlong } from '../desk/takeAlong';
import { parseAsFloat, parseAsString, useQueryState } from 'nuqs';
import { useMemo } from 'react';
import { AXES } from '@/core/curves/axis';
import { figure } from '@/ui/marks/figures';
import { usePicked } from '../desk/usePicked';
import { PageLine } from '../desk/pageLine';
import { LineField } from '../curves/choices/lineField';
import { alikeWords, partedByTelling } from './alike';
import type { SideData } from '@/lab/orders/pairs/sidePage';
import { SideStrips } from './sideStrips';
import { EntryMark } from '@/ui/marks/entryMark';
import { SideTable } from './sideTable';
import { SideTradeOff } from './sideTradeOff';

/** Everything that was measured of every entry, at one noise: a table of differences, and what one response costs another. */
export function SideStage({ data }: { data: SideData }) {
  const { columns, entries } = data;
  // Another line is another set of values, which the server makes.
  const [, setLine] = useQueryState('line', parseAsFloat.withOptions({ shallow: false }));
  const [, setAt] = useQueryState('at', parseAsString.withOptions({ shallow: false }));
  const [from, setFrom] = useQueryState(
    'from',
    parseAsString.withDefault('').withOptions({ history: 'replace' }),
  );
  const [telling, alike] = useMemo(() => partedByTelling(columns), [columns]);
  const byEntry = useMemo(() => new Map(entries.map((entry) => [entry.entry, entry])), [entries]);
  const { picked, press } = usePicked(entries);
  const base = byEntry.has(from) ? from : null;
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine>
        {!data.atFull && (
          <p>
            at <LineField axis={AXES.noise} at={data.lineDb} onLine={(line) => void setLine(line)} /> dB(A)
          </p>
        )}
        <LineSelect
          label="each"
          value={data.atFull ? 'full' : ''}
          options={[
            ['', 'at equal noise'],
            ['full', 'at its fastest'],
          ]}
          onValue={(at) => void setAt(at || null)}
        />
        <LineSelect
          label="shown as"
          value={base ?? ''}
          options={[
            ['', 'measured'],
            ...entries.map((entry) => [entry.entry, `difference from ${entry.product}`] as const),
          ]}
          onValue={(from) => void setFrom(from || null)}
        />
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
      <SideTradeOff data={data} byEntry={byEntry} />
    </div>
  );
}
