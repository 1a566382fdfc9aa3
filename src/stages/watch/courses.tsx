import type { WatchData } from '@/lab/drift/watchView';
import { figure, plural, signed } from '@/ui/marks/figures';
import { TakeAlong } from '../desk/takeAlong';
import { ControlPlot } from './controlPlot';
import { dayOf } from './doubtWords';
import { Heads, num } from '@/ui/frame/heads';

/** A control over the months: its chart, whether the rig drifts, and what was out of range. */
export function ControlCourse({ data, course }: { data: WatchData; course: WatchData['courses'][number] }) {
  const { response } = data;
  const { entryId, product, points, drift } = course;
  return (
    <section aria-label={`Control ${product}`}>
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
  );
}

/** After how many controls a step of the rig is seen. */
export function Catches({ data: { catches, response }, sd }: { data: WatchData; sd: number }) {
  return (
    <section aria-label="What would be caught" className="max-w-xl">
      <h3 className="font-display text-[16px] font-bold">How soon a step of the rig is caught</h3>
      <table className="figure-table">
        <Heads
          of={[num(`A step of, ${response.unit}`), num('controls, in half of all rigs'), num('runs by then')]}
        />
        <tbody>
          {catches.map(({ shift, controls, runs }) => (
            <tr key={shift}>
              <td className="num">{figure(shift * sd, response.decimals + 1)}</td>
              <td className="num">{controls ?? 'not within 80'}</td>
              <td className="num">{runs ?? '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What an instrument read over the months, and where that was out of range. */
export function InstrumentCourse({
  data,
  course,
}: {
  data: WatchData;
  course: WatchData['instruments'][number];
}) {
  return (
    <section aria-label={course.name}>
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
  );
}
