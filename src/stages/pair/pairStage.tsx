'use client';

import { TakeAlong } from '../desk/takeAlong';
import { parseAsFloat, parseAsString, useQueryStates } from 'nuqs';
import { AXES } from '@/core/curves/axis';
import type { PairData } from '@/lab/orders/pairs/pairPage';
import type { PageEntry } from '@/lab/model/pageEntries';
import { entryTextColour } from '@/ui/marks/entryMark';
import { LineField } from '../curves/choices/lineField';
import { LoadTabs } from '../curves/choices/loadTabs';
import { PageLine } from '../desk/pageLine';
import { BesideTheHeat } from './besideTheHeat';
import { OneChange } from './oneChange';
import { PairRows } from './pairRows';
import { PairDoubt } from './pairDoubt';
import { ToSeparate } from './toSeparate';
import { IntoText } from './intoText';
import { Options } from '@/ui/form/options';

/** Is one better than the other? The answer, then its differences under every condition, then what would tell more. */
export function PairStage({ data }: { data: PairData }) {
  const [, setView] = useQueryStates(
    { load: parseAsString, line: parseAsFloat, one: parseAsString, other: parseAsString },
    { shallow: false, history: 'replace' },
  );
  const { one, other, rows, inHand } = data;
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-3 px-4 pt-2.5 pb-6 md:px-7">
      <PageLine>
        <LoadTabs loads={data.loads} load={data.load} onLoad={(load) => void setView({ load })} />
        <p>
          at <LineField axis={AXES.noise} at={data.lineDb} onLine={(line) => void setView({ line })} /> dB(A)
        </p>
      </PageLine>
      <div className="flex min-w-0 flex-1 flex-col gap-6 lg:flex-row">
        <section aria-label="Head to head" className="min-w-0 flex-1">
          <p className="flex flex-wrap items-center gap-x-1.5 text-[16px]">
            Is
            <Chosen
              label="Is this"
              entries={data.entries.filter(({ entry }) => entry !== other.entry)}
              chosen={one}
              onEntry={(entry) => void setView({ one: entry, other: other.entry })}
            />
            better than
            <Chosen
              label="better than this"
              entries={data.entries.filter(({ entry }) => entry !== one.entry)}
              chosen={other}
              onEntry={(entry) => void setView({ one: one.entry, other: entry })}
            />
            ?
          </p>
          <h2 className="font-display max-w-220 pt-1.5 text-[26px] leading-tight font-bold" dir="auto">
            {data.subject && `${data.subject}: `}
            {data.answer}
          </h2>
          {data.otherwise && (
            <p className="max-w-220 pt-1 text-[16px]" dir="auto">
              {data.otherwise}
            </p>
          )}
          {!inHand && data.why.length > 0 && (
            <p className="pt-1 text-[14.5px] text-warn" dir="auto">
              Not at {data.lineDb.toFixed(1)} dB(A): {data.why.join('; ')}.
            </p>
          )}
          {rows.length > 0 && (
            <>
              <p className="label-text pt-1.5 pb-2">
                Differences with their 95 % intervals
                {rows.length > 1 && `, all ${rows.length} judged together`}. A filled dot: separated. A ring:
                a tie.{' '}
                <TakeAlong
                  picture="pair-picture"
                  condition={`${one.product} against ${other.product}`}
                  fileName={`${one.entry}-against-${other.entry}`}
                  figures={() =>
                    rows.map((row) => ({
                      round_up: data.title,
                      one: one.product,
                      other: other.product,
                      what: row.what,
                      where: row.where,
                      unit: row.unit,
                      lead_of_one: Number(row.lead.toFixed(4)),
                      interval_95: Number(row.interval95.toFixed(4)),
                      ahead: row.ahead === null ? 'tie' : row.ahead === 'one' ? one.product : other.product,
                      one_louder_db: Number(row.louderDb.toFixed(2)),
                    }))
                  }
                />
              </p>
              <div id="pair-picture" className="grows">
                <PairRows rows={rows} one={one} other={other} />
              </div>
            </>
          )}
        </section>
        <aside
          aria-label="To separate them"
          className="shrink-0 space-y-5 border-hairline lg:w-[390px] lg:border-l lg:pl-6"
        >
          <OneChange
            data={data}
            onPair={(change) => void setView({ one: change.other, other: change.base })}
          />
          {inHand && (
            <>
              <ToSeparate data={data} inHand={inHand} />
              <PairDoubt inHand={inHand} />
            </>
          )}
          <BesideTheHeat data={data} />
          {inHand && <IntoText data={data} where={inHand.row.where} />}
        </aside>
      </div>
    </div>
  );
}

function Chosen({
  label,
  entries,
  chosen,
  onEntry,
}: {
  label: string;
  entries: readonly PageEntry[];
  chosen: PageEntry;
  onEntry: (entry: string) => void;
}) {
  return (
    <select
      aria-label={label}
      className="max-w-72 border-b-2 border-dotted border-act bg-transparent py-0.5 font-bold"
      style={{ color: entryTextColour(chosen.position) }}
      value={chosen.entry}
      onChange={({ target }) => onEntry(target.value)}
    >
      <Options of={entries.map(({ entry, product }) => [entry, product])} />
    </select>
  );
}
