'use client';

import { parseAsFloat, parseAsString, useQueryState } from 'nuqs';
import { AXES } from '@/core/curves/axis';
import { figure, plural } from '@/ui/marks/figures';
import { whoIsHere } from '@/ui/who';
import { LineSelect } from '@/ui/form/lineSelect';
import { TakeAlong } from '../desk/takeAlong';
import { PageLine } from '../desk/pageLine';
import { LineField } from '../curves/choices/lineField';
import { LoadTabs } from '../curves/choices/loadTabs';
import { BridgedRows } from './bridgedRows';
import { BridgePlot } from './bridgePlot';
import type { BridgeData } from '@/lab/bridge/bridgePage';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { useAct } from '@/ui/useAct';
import { LeftOut } from './leftOut';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

/** From another rig or revision to this one, by what both have measured. */
export function BridgeStage({ data }: { data: BridgeData }) {
  const options = { shallow: false };
  const [, setFrom] = useQueryState('from', parseAsString.withOptions(options));
  const [, setLoad] = useQueryState('load', parseAsString.withOptions(options));
  const [, setLine] = useQueryState('line', parseAsFloat.withOptions(options));
  const { act, refusal: failure } = useAct('page');
  const { made } = data;

  const change = (use: boolean) =>
    act({
      url: `/api/round-ups/${data.roundUpId}/bridges`,
      body: { revisionId: made!.source.id, use, who: whoIsHere() },
      said: use ? 'The bridge is used in the Verdict' : 'The bridge is left',
    });

  const bridge = made?.bridge.known ? made.bridge.value : null;
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-8 md:px-7">
      <PageLine>
        {data.sources.length > 0 && (
          <LineSelect
            label="From"
            value={String(made?.source.id ?? '')}
            options={data.sources.map(({ id, name, runs }) => [
              String(id),
              `${name}, ${plural(runs, 'run')}`,
            ])}
            onValue={(from) => void setFrom(from)}
          />
        )}
        <LoadTabs loads={data.loads} load={data.load} onLoad={(key) => void setLoad(key)} />
        <span className="label-text">
          <LineField axis={AXES.noise} at={data.lineDb} onLine={(line) => void setLine(line)} /> dB(A)
        </span>
      </PageLine>
      <h2 className="font-display text-[22px] font-bold">A bridge to this rig</h2>
      {!made ? (
        <p className="max-w-2xl">
          No entry of this round-up was measured on another rig or revision. Cite entries of the lab in
          Line-up: those that were measured elsewhere can be bridged by what was measured on both.
        </p>
      ) : (
        <>
          {made.apart.map(({ because, says }) => (
            <p key={because} className="text-[14.5px]">
              Cannot be compared directly: {because}. Instead, {says}.
            </p>
          ))}
          {!made.bridge.known && (
            <p role="status" className="max-w-3xl text-warn" dir="auto">
              ▲ No bridge: {made.bridge.reason}.
            </p>
          )}
          {made.shared.length > 0 && (
            <div className="max-w-3xl">
              <div id="bridge-picture">
                <BridgePlot shared={made.shared} bridge={bridge} from={made.source.name} />
              </div>
              <TakeAlong
                picture="bridge-picture"
                fileName="bridge"
                condition={`Rises on ${made.source.name} and on this rig, 95 % intervals`}
                figures={() =>
                  made.shared.map(({ entry, point, x, y, ux, uy }) => ({
                    ...{ entry, point, unit: 'K' },
                    ...{
                      there: x,
                      there_interval_95: NORMAL_95 * ux,
                      here: y,
                      here_interval_95: NORMAL_95 * uy,
                    },
                  }))
                }
              />
            </div>
          )}
          {bridge && (
            <>
              <p className="max-w-3xl text-[15px]">
                Rise here = {figure(bridge.fit.intercept, 2)} ±{' '}
                {figure(NORMAL_95 * bridge.fit.interceptU * bridge.widened, 2)} K +{' '}
                {figure(bridge.fit.slope, 3)} ± {figure(NORMAL_95 * bridge.fit.slopeU * bridge.widened, 3)} ×
                rise there, from {plural(made.shared.length, 'point')} of{' '}
                {plural(bridge.entries, 'entry', 'entries')}, errors in both; valid for{' '}
                {figure(bridge.from, 1)} to {figure(bridge.to, 1)} K.
                {bridge.widened > 1.05 &&
                  ` The points scatter more than expected, so ± is ${figure(bridge.widened, 2)} times wider.`}
              </p>
              {bridge.apart && (
                <p className="max-w-3xl text-warn" dir="auto">
                  ▲ {bridge.apart.entry} is left out: {figure(Math.abs(bridge.apart.byUnits), 1)} K{' '}
                  {bridge.apart.byUnits > 0 ? 'above' : 'below'} the others’ line. It behaves differently on
                  the two rigs (a spreader or a plate may be the bottleneck on one of them).
                </p>
              )}
              <LeftOut checks={bridge.leftOut} />
              <BridgedRows rows={made.rows} lineDb={data.lineDb} />
              {made.refused.map(({ product, reason }) => (
                <p key={product} className="text-[14.5px] text-ink2" dir="auto">
                  {product} is not bridged: {reason}.
                </p>
              ))}
              <p>
                <button
                  type="button"
                  className={made.inUse ? 'quiet-button' : 'act-button'}
                  onClick={() => void change(!made.inUse)}
                >
                  {made.inUse ? 'Leave this bridge' : 'Use this bridge in the Verdict'}
                </button>
              </p>
            </>
          )}
          {!bridge && made.inUse && (
            <p>
              <Button onClick={() => void change(false)}>Leave this bridge</Button>
            </p>
          )}
        </>
      )}
      <Fault>{failure}</Fault>
    </div>
  );
}
