'use client';

import { TakeAlong } from '../desk/takeAlong';
import { unpack, type Packed } from '@/core/packed';
import { parseAsFloat, parseAsString, useQueryState, useQueryStates } from 'nuqs';
import { useMemo } from 'react';
import { AXES } from '@/core/curves/axis';
import { PageLine } from '../desk/pageLine';
import { LineField } from '../curves/choices/lineField';
import { LoadTabs } from '../curves/choices/loadTabs';
import { WhatChoice } from '../curves/choices/whatChoice';
import { KelvinWorths } from './kelvinWorths';
import { Budget } from './budget';
import type { BeyondData } from '@/lab/orders/beyond/beyondPage';
import { measuresOf } from './measures';
import { Knees } from './knees';
import { useIntervals } from './useIntervals';
import { Crossovers } from './crossovers';
import { MeasuresTable } from './measuresTable';
import { Button } from '@/ui/frame/button';
import { LineSelect } from '@/ui/form/lineSelect';

/** Measures beyond the line, each ± opened, and where curves cross or flatten. */
export function BeyondStage({ packed }: { packed: Packed<BeyondData> }) {
  const data = unpack(packed);
  const { items } = data;
  const [, setLine] = useQueryState('line', parseAsFloat.withOptions({ shallow: false }));
  const [, setLoad] = useQueryState('load', parseAsString.withOptions({ shallow: false }));
  const [, setWorth] = useQueryState('worth', parseAsFloat.withOptions({ shallow: false }));
  const [view, setView] = useQueryStates(
    {
      by: parseAsString.withDefault('rise'),
      one: parseAsString.withDefault(items[0]?.entry ?? ''),
    },
    { history: 'replace' },
  );
  const measures = useMemo(() => measuresOf(data), [data]);
  const { done, left, stop } = useIntervals(items, data.rule);
  const by = measures.find(({ key }) => key === view.by) ?? measures[0]!;
  const one = items.find(({ entry }) => entry === view.one) ?? items[0];
  const nameOf = (entry: string) =>
    [...items, ...data.notPlaced].find((item) => item.entry === entry)?.product ?? entry;
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine>
        <LoadTabs loads={data.loads} load={data.load} onLoad={(key) => void setLoad(key)} />
        <p>
          at <LineField axis={AXES.noise} at={data.lineDb} onLine={(line) => void setLine(line)} /> dB(A)
        </p>
        <WhatChoice
          data={{
            ...{ place: data.place, places: data.places, responses: data.responses },
            ...{ response: data.response, against: 'noise', againsts: ['noise'] },
          }}
        />
        {left > 0 && (
          <span className="flex items-center gap-2 text-[14px] text-ink2" role="status">
            drawing {items.length - left} of {items.length}
            <Button className="px-2! py-0.5!" onClick={stop}>
              Stop
            </Button>
          </span>
        )}
      </PageLine>
      {items.length === 0 ? (
        <p>No entry can be ranked at this level and load: move the line, or measure.</p>
      ) : (
        <>
          <div id="beyond-picture" className="grows">
            <MeasuresTable
              {...{ data, measures, by, done }}
              isDrawing={left > 0}
              onBy={(key) => void setView({ by: key })}
            />
          </div>
          <p className="max-w-240 text-[14px] text-ink2">
            <b className="text-ink">{by.name}.</b> {by.definition}
            {data.isRise && ' K/W per dB is not shown: 0 dB is arbitrary, so the order would be too.'}{' '}
            <TakeAlong
              picture="beyond-picture"
              condition={`${data.loads.find(({ key }) => key === data.load)?.label ?? ''}, line at ${data.lineDb.toFixed(1)} dB(A)`}
              fileName="beyond-the-line"
              figures={() =>
                items.flatMap((item) =>
                  measures.map((measure) => {
                    const found = measure.figureFor(item, done.get(item.entry));
                    return {
                      load: data.load,
                      line_dba: data.lineDb,
                      entry: item.product,
                      measure: measure.name,
                      unit: measure.unit,
                      value: found.value,
                      interval_95: found.interval95,
                      why_not: found.why,
                    };
                  }),
                )
              }
            />
          </p>
          <div className="grid gap-x-10 gap-y-4 md:grid-cols-3">
            <Crossovers data={data} nameOf={nameOf} />
            {data.isRise && <Knees data={data} done={done} onWorth={(worth) => void setWorth(worth)} />}
            <KelvinWorths worths={data.worths} />
          </div>
          {data.notPlaced.length > 0 && (
            <p className="text-[14px] text-ink2">
              Not ranked here:{' '}
              {data.notPlaced.map(({ entry, product, reason }, i) => (
                <span key={entry} dir="auto">
                  {i > 0 && '; '}
                  {product}, {reason}
                </span>
              ))}
              .
            </p>
          )}
          {one && (
            <div className="space-y-2 border-t border-hairline pt-3">
              <LineSelect
                label="Where ± comes from, of"
                value={one.entry}
                options={items.map(({ entry, product }) => [entry, product])}
                onValue={(entry) => void setView({ one: entry })}
              />
              <Budget item={one} unit={data.response.unit} />
            </div>
          )}
        </>
      )}
    </div>
  );
}
