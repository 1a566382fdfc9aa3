'use client';

import { loadLabel } from '@/core/runs/load';
import { Cautions } from '@/ui/frame/cautions';
import { clockText } from '@/ui/clock';
import type { LiveSession } from '@/core/bench/benchEvent';
import type { BenchData } from '@/lab/bench/benchView';
import { DeskMicrophone } from '../deskMicrophone';
import { LiveFigures } from './liveFigures';
import { PhoneBar } from './phoneBar';
import { headline, nextSteps } from './phaseWords';
import { PushHelp } from '../pushHelp';
import { SettlingBar } from './settlingBar';
import { StepActions } from '../stepActions';
import { StripChart } from './stripChart';
import { type Live } from '../useBench';

/** The mount in hand: its step large, its figures, and what to do. */
export function Measuring({ data, live, session }: { data: BenchData; live: Live; session: LiveSession }) {
  const { state } = session;
  const point = Math.min(state.at + 1, state.points.length);
  return (
    <>
      <section className="flex min-h-0 min-w-0 flex-1 flex-col gap-2.5" aria-label="The step in hand">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h2 className="font-display text-[28px] leading-tight font-bold" aria-live="polite">
            {headline(state)}
          </h2>
          <p className="label-text">
            {state.isControl && 'control · '}
            {state.name}
            {data.fansOnRig && ` · ${data.fansOnRig}`} · mount {state.mount} · reading {point} of{' '}
            {state.points.length}
          </p>
        </div>
        <LiveFigures session={session} samples={live.samples} />
        {state.phase === 'mount' || state.phase === 'cool-down' || state.phase === 'paused' ? (
          <div className="border-t border-hairline pt-3 text-[19px]">
            <p>{state.said}</p>
            {state.phase === 'mount' && (
              <p className="pt-1">
                {data.fansOnRig ? (
                  <>
                    Fans to put on: <b dir="auto">{data.fansOnRig}</b>.
                  </>
                ) : (
                  <span className="text-warn">
                    Its fans are not recorded in Line-up: check which ones go on.
                  </span>
                )}
              </p>
            )}
          </div>
        ) : (
          <SettlingBar session={session} samples={live.samples} />
        )}
        <StripChart session={session} samples={live.samples} />
      </section>
      <aside
        className="shrink-0 space-y-4 border-hairline lg:w-[370px] lg:overflow-y-auto lg:border-l lg:pl-6"
        aria-label="What to do"
        tabIndex={0}
      >
        <DeskMicrophone roundUpId={data.roundUpId} session={session} />
        <StepActions roundUpId={data.roundUpId} state={state} />
        <section aria-label="Next">
          <h3 className="font-display pb-1 text-[16px] font-bold">Next</h3>
          <ol className="max-h-[210px] overflow-y-auto" tabIndex={0} aria-label="Next steps">
            {nextSteps(state, data.soakMin).map((step, i) => (
              <li
                key={i}
                className={`flex items-baseline gap-2 border-b border-hairline py-1.5 ${i === 0 ? 'font-semibold' : ''}`}
              >
                <span>{step.what}</span>{' '}
                <span className="ml-auto shrink-0 text-[13px] font-normal text-ink2">{step.when}</span>
              </li>
            ))}
          </ol>
        </section>
        {data.quietHours && (live.status?.speed ?? 1) === 1 && (
          <p className="text-[14px] text-warn">
            ▲ Outside the quiet hours, {clockText(data.quietHours.fromMin)}–{clockText(data.quietHours.toMin)}
            : a reading now has the street in it.
          </p>
        )}
        {state.skipped.length > 0 && (
          <ul className="text-[13.5px] text-ink2" aria-label="Left out">
            {state.skipped.map((point, i) => (
              <li key={i}>
                {loadLabel(point)}, {point.setting}: left out; {point.why}
              </li>
            ))}
          </ul>
        )}
        <Cautions isOpen={state.phase === 'mount'} />
        <PushHelp origin={data.origin} />
      </aside>
      <PhoneBar roundUpId={data.roundUpId} session={session} samples={live.samples} />
    </>
  );
}
