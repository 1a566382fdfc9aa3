'use client';

import { TakeAlong } from '../desk/takeAlong';
import { Term } from '@/ui/marks/term';
import { parseAsFloat, parseAsString, useQueryState } from 'nuqs';
import type { GridEffect, GridFit } from '@/core/judgement/heatsinkFanGrid';
import { AXES } from '@/core/curves/axis';
import { DotTrack, scaleAround, type DotScale } from '@/ui/chart/dotTrack';
import { figure } from '@/ui/marks/figures';
import { DraftField } from '@/ui/form/draftField';
import { GridTable, type GridData } from './gridTable';
import { PageLine } from '../desk/pageLine';
import { LineField } from '../curves/choices/lineField';
import { LoadTabs } from '../curves/choices/loadTabs';
import { sentence } from '@/core/words';
import { Button } from '@/ui/frame/button';

const percent = (share: number) =>
  `${share > 0 ? '+' : share < 0 ? '−' : ''}${figure(Math.abs(100 * share), 1)} %`;

/** What each of a kind brings against the mean of its kind, best first, as dots with their intervals on one scale. */
function Effects({
  name,
  effects,
  scale,
}: {
  name: string;
  effects: readonly GridEffect[];
  scale: DotScale;
}) {
  return (
    <section aria-label={name} className="min-w-0 flex-1">
      <h3 className="font-display pb-1 text-[16px] font-bold">
        {name} <span className="label-text font-normal">against their mean, 95 %</span>
      </h3>
      <ul>
        {effects.map(({ name: effect, share, from, to }) => (
          <li
            key={effect}
            className="grid grid-cols-[8rem_minmax(0,1fr)_9.5rem] items-center gap-3 border-b border-hairline py-1.5 text-[14.5px]"
          >
            <span className="truncate" dir="auto" title={effect}>
              {effect}
            </span>
            <DotTrack
              line={0}
              scale={scale}
              dots={[{ key: effect, position: null, value: share, interval95: (to - from) / 2 }]}
            />
            <span className="text-right whitespace-nowrap tabular-nums">
              <b>{percent(share)}</b>{' '}
              <span className="text-[12.5px] text-ink2">
                {percent(from)} to {percent(to)}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Whether heatsinks and fans act on each other, in a sentence; its test stands in Details. */
function interactionWords({ interaction }: GridFit): string {
  if (!interaction.known) return 'Whether the best fan depends on the heatsink is not available.';
  return interaction.value.p < 0.05
    ? 'The best fan depends on the heatsink.'
    : 'No sign that the best fan depends on the heatsink.';
}

function testWords({ interaction }: GridFit): string {
  if (!interaction.known) return `Not available: ${interaction.reason}.`;
  const { f, above, below, p } = interaction.value;
  const freedom = Number.isFinite(below) ? figure(below, 0) : '∞';
  return `Interaction: F(${above}, ${freedom}) = ${figure(f, 2)}, p ${p < 0.001 ? 'under 0.001' : `= ${figure(p, 3)}`}.`;
}

/** Heatsinks against fans: what was measured, what each brings, and what a heatsink's own fan costs it. */
export function GridStage({ data }: { data: GridData }) {
  const { cells, fit, lineDb, loadW, sharedKPerW, lowestWallKPerW } = data;
  const options = { shallow: false };
  const [, setLine] = useQueryState('line', parseAsFloat.withOptions(options));
  const [, setLoad] = useQueryState('load', parseAsString.withOptions(options));
  const [, setShared] = useQueryState('shared', parseAsFloat.withOptions(options));
  const effects = fit.known ? fit.value : { heatsinks: [], fans: [] };
  const scale = scaleAround(
    [...effects.heatsinks, ...effects.fans].map(({ share, from, to }) => ({
      value: share,
      interval95: Math.max(share - from, to - share),
    })),
  );
  const wall = lowestWallKPerW === null ? null : Number(lowestWallKPerW.toFixed(3));
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine>
        <LoadTabs loads={data.loads} load={data.load} onLoad={(key) => void setLoad(key)} />
        <p>
          at <LineField axis={AXES.noise} at={lineDb} onLine={(line) => void setLine(line)} /> dB(A)
        </p>
        <label className="label-text flex items-center gap-1.5">
          <Term name="common resistance" />
          <DraftField
            label="Common resistance, K/W"
            value={sharedKPerW}
            least={0}
            most={9.999}
            onValue={(shared) => void setShared(shared)}
          />{' '}
          K/W
        </label>
        {wall !== null && wall !== sharedKPerW && (
          <Button
            title="The lowest wall of the curves here: the common resistance is below it"
            onClick={() => void setShared(wall)}
          >
            Lowest wall here, {figure(wall, 3)} K/W
          </Button>
        )}
      </PageLine>
      {fit.known && (
        <h2 className="font-display text-[24px] leading-tight font-bold">{interactionWords(fit.value)}</h2>
      )}
      {cells.length > 0 && <GridTable data={data} />}
      {cells.length > 0 && (
        <TakeAlong
          picture="grid-picture"
          fileName="heatsinks-and-fans"
          condition={`${loadW} W, ${lineDb.toFixed(1)} dB(A)`}
          figures={() =>
            cells.map(({ heatsink, fan, riseK, interval95, resistanceKPerW, levelDb }) => ({
              ...{ load_w: loadW, line_dba: lineDb, heatsink, fan },
              ...{ rise_k: riseK, interval_95: interval95, k_per_w: resistanceKPerW, level_db: levelDb },
            }))
          }
        />
      )}
      {!fit.known ? (
        <p role="alert" className="max-w-200 text-[15px] text-warn">
          ▲ {sentence(fit.reason)}.
        </p>
      ) : (
        <>
          <div className="flex flex-col gap-x-10 gap-y-5 lg:flex-row">
            <Effects name="Heatsinks" effects={fit.value.heatsinks} scale={scale} />
            <Effects name="Fans" effects={fit.value.fans} scale={scale} />
          </div>
          {fit.value.heldBack.length > 0 && (
            <ul className="max-w-240 list-disc pl-5 text-[15px]">
              {fit.value.heldBack.map(({ heatsink, ownFan, bestFan, share, from, to }) => (
                <li key={heatsink} dir="auto">
                  {heatsink} {to > 0 ? 'may gain (within ±)' : 'gains'} with {bestFan} in place of {ownFan}:
                  K/W above the common resistance {figure(Math.abs(100 * share), 1)} % lower ({percent(from)}{' '}
                  to {percent(to)}).
                </li>
              ))}
            </ul>
          )}
          <details className="max-w-200 text-[14px]">
            <summary className="cursor-pointer font-semibold">Details</summary>
            <p className="pt-1 text-ink2">
              {testWords(fit.value)} Effects on lg(R − common resistance) by least squares over what was
              measured, each against the mean of its kind. The common resistance is what no heatsink and no
              fan changes: die, paste, spreader.
              {sharedKPerW === 0 && ' With nothing taken off, effects look smaller than they are.'}
            </p>
          </details>
        </>
      )}
    </div>
  );
}
