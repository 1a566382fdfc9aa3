'use client';

import { parseAsString, useQueryState } from 'nuqs';
import { CONTROL_LIMITS, FALSE_ALARMS } from '@/core/drift/controlLimits';
import { plural } from '@/ui/marks/figures';
import { LineSelect } from '@/ui/form/lineSelect';
import { PageLine } from '../desk/pageLine';
import { Catches, ControlCourse, InstrumentCourse } from './courses';
import { DoubtPart } from './doubtPart';
import { MeterPart } from './meterPart';
import type { WatchData } from '@/lab/drift/watchView';

/** The rig over the months: its controls and instruments on charts, what broke, and what a schedule would catch. */
export function WatchStage({ data }: { data: WatchData }) {
  const [, setWhat] = useQueryState('what', parseAsString.withOptions({ shallow: false }));
  const { response, courses, sd } = data;
  const charted = courses.filter(({ points }) => points.length > 1);
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-5 px-4 pt-3.5 pb-8 md:px-7">
      <PageLine>
        <LineSelect
          label="By"
          value={response.id}
          options={data.responses.map(({ id, name }) => [id, name])}
          onValue={(what) => void setWhat(what)}
        />
      </PageLine>
      <h2 className="font-display text-[22px] font-bold" dir="auto">
        Stability of {data.rig}
      </h2>
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
        charted.map((course) => <ControlCourse key={course.entryId} data={data} course={course} />)
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
      {charted.length > 0 && sd !== null && <Catches data={data} sd={sd} />}
      {data.instruments.map((course) => (
        <InstrumentCourse key={course.name} data={data} course={course} />
      ))}
    </div>
  );
}
