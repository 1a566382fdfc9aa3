'use client';

import { TakeAlong } from '../desk/takeAlong';
import { parseAsString, useQueryState } from 'nuqs';
import { CONTROL_LIMITS, FALSE_ALARMS } from '@/core/drift/controlLimits';
import { figure, plural, signed } from '@/ui/marks/figures';
import { ChoiceField } from '@/ui/form/fields';
import { PageHead } from '@/ui/frame/pageHead';
import { ControlPlot } from './controlPlot';
import { DoubtPart } from './doubtPart';
import { dayOf } from './doubtWords';
import { MeterPart } from './meterPart';
import type { WatchData } from '@/lab/drift/watchView';

/** The rig over the months: its controls and instruments on charts, what broke, and what a schedule would catch. */
export function WatchStage({ data }: { data: WatchData }) {
  const [, setWhat] = useQueryState('what', parseAsString.withOptions({ shallow: false }));
  const { response, courses, sd } = data;
  const charted = courses.filter(({ points }) => points.length > 1);
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-5 px-4 pt-3.5 pb-8 md:px-7">
      <PageHead backTo="the rig" href={`/round-ups/${data.roundUpId}/rig`}>
        <h2 className="font-display text-[18px] font-bold">Stability of {data.rig}</h2>
        <span className="w-56">
          <ChoiceField
            label="By"
            value={response.id}
            onValue={(what) => void setWhat(what)}
            options={data.responses.map(({ id, name }) => ({ value: id, label: name }))}
          />
        </span>
      </PageHead>
      {data.doubt && (data.doubt.counting.length > 0 || data.doubt.held.length > 0) && (
        <DoubtPart roundUpId={data.roundUpId} doubt={data.doubt} />
      )}
      <MeterPart roundUpId={data.roundUpId} meter={data.meter} />
      {data.undated > 0 && (
        <p className="text-warn">
          ▲ {plural(data.undated, 'run')} of controls {data.undated === 1 ? 'carries' : 'carry'} no time: no
          chart can hold
          {data.undated === 1 ? ' it' : ' them'}.
        </p>
      )}
      {charted.length === 0 ? (
        <p className="max-w-2xl">
          {courses.length === 0
            ? 'No control was measured on this rig by this response yet.'
            : 'One control run so far. A second starts the chart.'}{' '}
          Mark an entry as the control in Line-up, and re-test it now and then: Plan puts it between the
          others.
        </p>
      ) : (
        charted.map(({ entryId, product, points, drift }) => (
          <section key={entryId} aria-label={`Control ${product}`}>
            <h3 className="font-display text-[16px] font-bold" dir="auto">
              {product}, {plural(points.length, 're-test')}
            </h3>
            <div id={`control-${entryId}`}>
              <ControlPlot
                points={points}
                drift={drift.known && drift.value.isSure ? drift.value : null}
                revisions={data.revisions}
                unit={`${response.name}, ${response.unit}`}
                label={`Control chart of ${product}`}
              />
            </div>
            <TakeAlong
              picture={`control-${entryId}`}
              fileName="control-chart"
              condition={`${product}, ${response.name}, ${response.unit}`}
              figures={() =>
                points.map(({ atMs, mount, value, says }) => ({
                  ...{ at: new Date(atMs).toISOString(), mount, value, unit: response.unit, says },
                }))
              }
            />
            <p className="text-[14.5px]">
              {drift.known
                ? drift.value.isSure
                  ? `The rig drifts: ${signed(drift.value.perDay * 30, 2)} ± ${figure(drift.value.interval95 * 30, 2)} ${response.unit} in 30 days (${dayOf(drift.value.from.atMs)} to ${dayOf(drift.value.to.atMs)}).`
                  : `No drift found: ${signed(drift.value.perDay * 30, 2)} ± ${figure(drift.value.interval95 * 30, 2)} ${response.unit} in 30 days (${dayOf(drift.value.from.atMs)} to ${dayOf(drift.value.to.atMs)}).`
                : `Drift not available: ${drift.reason}.`}
            </p>
            <ul className="list-disc pl-5 text-[14.5px]">
              {points
                .filter(({ says }) => says !== '')
                .map(({ atMs, value, says, mount }) => (
                  <li key={`${atMs} ${mount}`} className="text-warn">
                    {dayOf(atMs)}, mount {mount}: {figure(value, response.decimals)} {response.unit}, {says}
                  </li>
                ))}
            </ul>
          </section>
        ))
      )}
      {charted.length > 0 && (
        <p className="label-text max-w-3xl">
          Line: mean of earlier re-tests. Dashed and dotted: two and three standard deviations. ▲ Out of
          range: {CONTROL_LIMITS.map(({ says }) => says).join('; ')}. On a steady rig {FALSE_ALARMS.byTenth}{' '}
          of 100 such charts have raised an alarm by their tenth re-test, {FALSE_ALARMS.byThirtieth} by their
          thirtieth. Each re-test is compared with those before it; one out of range is no reference for what
          follows.
        </p>
      )}
      {charted.length > 0 && sd !== null && (
        <section aria-label="What would be caught" className="max-w-xl">
          <h3 className="font-display text-[16px] font-bold">How soon a step of the rig is caught</h3>
          <table className="figure-table">
            <thead>
              <tr>
                <th scope="col" className="num">
                  A step of, {response.unit}
                </th>
                <th scope="col" className="num">
                  controls, in half of all rigs
                </th>
                <th scope="col" className="num">
                  runs by then
                </th>
              </tr>
            </thead>
            <tbody>
              {data.catches.map(({ shift, controls, runs }) => (
                <tr key={shift}>
                  <td className="num">{figure(shift * sd, response.decimals + 1)}</td>
                  <td className="num">{controls ?? 'not within 80'}</td>
                  <td className="num">{runs ?? '–'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {data.instruments.map((course) => (
        <section key={course.name} aria-label={course.name}>
          <h3 className="font-display text-[16px] font-bold">
            {course.name}
            {course.unit && `, ${course.unit}`}
          </h3>
          <ControlPlot
            points={course.points}
            limit={course.limit}
            revisions={data.revisions}
            unit=""
            label={course.name}
          />
          <ul className="list-disc pl-5 text-[14.5px]">
            {course.points
              .map((point) => ({
                ...point,
                told: [
                  course.limit !== null && Math.abs(point.value) > course.limit
                    ? `over its limit of ${course.limit} ${course.unit}`
                    : '',
                  point.says,
                ]
                  .filter(Boolean)
                  .join('; '),
              }))
              .filter(({ told }) => told !== '')
              .map(({ atMs, value, told }, i) => (
                <li key={`${atMs} ${i}`} className="text-warn">
                  {dayOf(atMs)}: {figure(value, course.decimals)} {course.unit}, {told}
                </li>
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
