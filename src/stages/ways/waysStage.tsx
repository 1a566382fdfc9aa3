'use client';

import { parseAsFloat, parseAsString, useQueryState, useQueryStates } from 'nuqs';
import { AXES } from '@/core/curves/axis';
import type { WayColumn } from '@/core/ranking/wayPlaces';
import type { WaysData } from '@/lab/orders/waysPage';
import { LineField } from '../curves/choices/lineField';
import { LoadTabs } from '../curves/choices/loadTabs';
import { WhatChoice } from '../curves/choices/whatChoice';
import { PageLine } from '../desk/pageLine';
import { usePicked } from '../desk/usePicked';
import { WaysAside } from './waysAside';
import { MirroredBars } from './mirroredBars';
import { WaysPicture } from './waysPicture';
import { LineSelect } from '@/ui/form/lineSelect';

const NAMES: Readonly<Record<string, string>> = {
  noise: 'equal noise',
  rpm: 'equal speed',
  duty: 'equal duty',
  full: 'full speed',
  quietest: 'quietest',
  idle: 'idle',
  oneFan: 'one fan on all',
};

/** Who stands where by every way to compare, ties ringed; heat and noise together; and where the ways disagree. */
export function WaysStage({ data }: { data: WaysData }) {
  const { ways, entries, response } = data;
  const [, setAsked] = useQueryStates(
    { line: parseAsFloat, rpm: parseAsFloat, duty: parseAsFloat, load: parseAsString },
    { shallow: false, history: 'replace' },
  );
  const [bars, setBars] = useQueryState('bars', parseAsString.withDefault('noise'));
  const { picked, press } = usePicked(entries, true);
  const shown = ways.find(({ key }) => key === bars) ?? ways[0];
  const thin = ways.find(({ key }) => key === (shown?.key === 'full' ? 'noise' : 'full'));

  const at = (way: WayColumn) => {
    if (way.key === 'noise')
      return (
        <>
          <LineField axis={AXES.noise} at={data.lineDb} onLine={(line) => void setAsked({ line })} /> dB(A)
        </>
      );
    if (way.key === 'rpm' && data.rpm !== null)
      return (
        <>
          <LineField axis={AXES.rpm} at={data.rpm} onLine={(rpm) => void setAsked({ rpm })} /> rpm
        </>
      );
    if (way.key === 'duty' && data.dutyPct !== null)
      return (
        <>
          <LineField axis={AXES.duty} at={data.dutyPct} onLine={(duty) => void setAsked({ duty })} /> %
        </>
      );
    if (way.key === 'oneFan') return way.name;
    return way.key === 'quietest' || way.key === 'full' ? 'each its own level' : '';
  };

  return (
    <div className="flex min-w-0 flex-1 flex-col gap-3 px-4 pt-2.5 pb-6 md:px-7">
      <PageLine>
        <WhatChoice data={{ ...data, against: 'noise', againsts: ['noise'] }} />
        <LoadTabs loads={data.loads} load={data.load} onLoad={(load) => void setAsked({ load })} />
      </PageLine>
      {ways.length === 0 || !shown ? (
        <p>Nothing was measured at this load that could be ranked.</p>
      ) : (
        <div className="flex min-w-0 flex-1 flex-col gap-6 lg:flex-row">
          <section id="ways-picture" aria-label="Ways to compare" className="grows min-w-0 flex-1 space-y-4">
            <WaysPicture
              {...{ ways, entries, picked }}
              decimals={response.decimals}
              unit={response.unit}
              onPick={press}
              head={(way) => (
                <>
                  <b className={`block text-[14.5px] ${way.key === 'noise' ? 'text-act' : ''}`}>
                    {NAMES[way.key] ?? way.name}
                  </b>
                  <span className="text-[13px] text-ink2">{at(way)}</span>
                </>
              )}
            />
            <div className="border-t border-hairline pt-3">
              <div className="flex flex-wrap items-center gap-3 pb-1.5">
                <h2 className="font-display text-[16px] font-bold">Heat and noise together</h2>
                <LineSelect
                  label="Way of the bars"
                  isSilent
                  value={shown.key}
                  options={ways.map(({ key, name }) => [key, name])}
                  onValue={(key) => void setBars(key)}
                />
              </div>
              <MirroredBars way={shown} {...{ thin, entries, response }} />
            </div>
          </section>
          <WaysAside data={data} />
        </div>
      )}
    </div>
  );
}
