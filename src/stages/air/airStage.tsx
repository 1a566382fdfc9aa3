'use client';

import { TakeAlong } from '../desk/takeAlong';
import { PageLine } from '../desk/pageLine';
import { parseAsFloat, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useMemo } from 'react';
import { fansAtWork, type WorkAt } from '@/core/air/fansAtWork';
import { AXES } from '@/core/curves/axis';
import { LineField } from '../curves/choices/lineField';
import { AirChart } from './airChart';
import type { AirData } from '@/lab/air/airView';
import { resistanceOf, RESISTANCES } from './resistances';
import { WorkTable } from './workTable';
import { ReadThrough } from './readThrough';
import { ResistanceFields } from './resistanceFields';

const BY = ['noise', 'rpm', 'full'] as const;
const BY_LABEL = { noise: 'equal noise', rpm: 'equal speed', full: 'full speed' };

/** Which fan suits which resistance: fans' curves at equal noise, and where the resistance crosses them. */
export function AirStage({ data }: { data: AirData }) {
  const first = RESISTANCES[0];
  const slowest = useMemo(() => {
    const fastest = data.fans.map((fan) => Math.max(...fan.settings.map((setting) => setting.rpm)));
    const known = fastest.filter(Number.isFinite);
    return known.length > 0 ? Math.floor(Math.min(...known) / 50) * 50 : 1000;
  }, [data]);
  const [view, setView] = useQueryStates(
    {
      by: parseAsStringLiteral(BY).withDefault('noise'),
      line: parseAsFloat.withDefault(data.noiseLineDba),
      rpm: parseAsFloat.withDefault(slowest),
      pa: parseAsFloat.withDefault(first.pressurePa),
      flow: parseAsFloat.withDefault(first.flowM3PerH),
      n: parseAsFloat.withDefault(first.exponent),
      pairs: parseAsString.withDefault(''),
    },
    { history: 'replace', throttleMs: 300 },
  );
  const entries = useMemo(() => new Map(data.entries.map((entry) => [entry.entry, entry])), [data]);
  const system = useMemo(
    () => resistanceOf({ pressurePa: view.pa, flowM3PerH: view.flow, exponent: view.n }, view.pairs),
    [view.pa, view.flow, view.n, view.pairs],
  );
  const ranking = useMemo(() => {
    const at: WorkAt =
      view.by === 'noise'
        ? { by: 'noise', levelDb: view.line }
        : view.by === 'rpm'
          ? { by: 'rpm', rpm: Math.max(1, view.rpm) }
          : { by: 'full' };
    return system.known
      ? fansAtWork(data.fans, system.value, at)
      : { placed: [], notPlaced: [], brackets: [] };
  }, [data, system, view.by, view.line, view.rpm]);
  const placed = useMemo(
    () =>
      ranking.placed.map((work) => {
        const { position, product } = entries.get(work.entry)!;
        return { work, position, product };
      }),
    [ranking, entries],
  );
  const fitted = system.known ? system.value.fitted : null;
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 px-4 pt-2.5 pb-4 md:px-7">
      <PageLine />
      <div className="flex min-h-0 flex-1 flex-col gap-5 lg:flex-row">
        <section className="flex min-h-[420px] min-w-0 flex-1 flex-col" aria-label="Pressure and flow">
          <div className="flex flex-wrap items-end gap-x-4 gap-y-2 pb-2">
            <div className="choices" role="group" aria-label="Compared at">
              {BY.map((by) => (
                <button key={by} aria-pressed={by === view.by} onClick={() => void setView({ by })}>
                  {BY_LABEL[by]}
                </button>
              ))}
            </div>
            <ResistanceFields view={view} onView={(part) => void setView(part)} />
          </div>
          {!system.known && (
            <p role="alert" className="pb-2 text-[14.5px] text-bad">
              The resistance: {system.reason}.
            </p>
          )}
          <div id="air-picture" className="relative min-h-0 flex-1">
            {system.known && placed.length > 0 ? (
              <AirChart placed={placed} system={system.value} />
            ) : (
              <p className="py-8">
                {system.known
                  ? 'No fan has an operating point here; the reasons are beside.'
                  : 'Nothing to draw until the resistance is known.'}
              </p>
            )}
          </div>
          <p className="label-text pt-1">
            Dashed: the resistance, Δp = k·q<sup>n</sup>. Circles: where a fan works. Each curve is read at
            the openings of a chamber and converted to its speed here by the fan laws, flow by the speed and
            pressure by its square.{' '}
            <TakeAlong
              picture="air-picture"
              fileName="pressure-and-flow"
              condition={`${BY_LABEL[view.by]}${view.by === 'noise' ? `, ${view.line.toFixed(1)} dB(A)` : view.by === 'rpm' ? `, ${view.rpm} rpm` : ''}`}
              figures={() =>
                ranking.placed.map(({ entry, placeFrom, placeTo, rpm, levelDb, point }) => ({
                  ...{ fan: entries.get(entry)?.product ?? entry, place_from: placeFrom, place_to: placeTo },
                  ...{ flow_m3_per_h: point.flowM3PerH, flow_interval_95: point.flow95 },
                  ...{ pressure_pa: point.pressurePa, pressure_interval_95: point.pressure95 },
                  ...{ level_db: levelDb, speed_rpm: rpm },
                }))
              }
            />
          </p>
        </section>
        <aside
          className="shrink-0 border-hairline lg:w-[400px] lg:overflow-y-auto lg:border-l lg:pl-6"
          aria-label="Fans by flow"
          tabIndex={0}
        >
          <h2 className="font-display text-[18px] font-bold">
            {view.by === 'noise' && (
              <>
                At <LineField axis={AXES.noise} at={view.line} onLine={(line) => void setView({ line })} />{' '}
                dB(A)
              </>
            )}
            {view.by === 'rpm' && (
              <>
                At <LineField axis={AXES.rpm} at={view.rpm} onLine={(rpm) => void setView({ rpm })} /> rpm
              </>
            )}
            {view.by === 'full' && 'Each at its fastest'}
          </h2>
          <p className="label-text pt-1 pb-1">
            {view.by === 'noise'
              ? `Each at the fastest speed that is no louder than this, ${data.meterDistanceCm} cm from it.`
              : 'Not equally loud: each row shows its level.'}
          </p>
          <WorkTable ranking={ranking} entries={entries} />
          <p className="label-text pt-2">
            ± is the 95 % interval: pressures within 2 % where nothing was repeated, and the error of the
            fitted resistance, which shifts all fans alike.
          </p>
          <ReadThrough pairs={view.pairs} fitted={fitted} onPairs={(pairs) => void setView({ pairs })} />
        </aside>
      </div>
    </div>
  );
}
