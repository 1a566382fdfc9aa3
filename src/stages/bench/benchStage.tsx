'use client';

import { loadKey, loadLabel } from '@/core/runs/load';
import { Link } from '@/ui/frame/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { sentence } from '@/core/words';
import { Cautions } from '@/ui/frame/cautions';
import { clockText } from '@/ui/clock';
import { plural } from '@/ui/marks/figures';
import type { LiveSession, LiveStatus } from '@/core/bench/benchEvent';
import type { UpcomingMount } from '@/core/plan/upcomingMount';
import type { BenchData } from '@/lab/bench/benchView';
import { BenchStatusLine, isBenchAway } from './benchStatus';
import { DeskMicrophone } from './deskMicrophone';
import { LastMount } from './lastMount';
import { LiveFigures } from './liveFigures';
import { PhoneBar } from './phoneBar';
import { NextMounts } from './nextMounts';
import { headline, nextSteps } from './phaseWords';
import { PushHelp } from './pushHelp';
import { SettlingBar } from './settlingBar';
import { StepActions } from './stepActions';
import { StripChart } from './stripChart';
import { useAlarm } from './useAlarm';
import { useBench, type Live } from './useBench';

const AWAY = {
  database: 'PostgreSQL does not answer. The bench goes on measuring and keeps it on disk until it is back.',
  application:
    'The application does not answer. The bench goes on by itself; this page follows again once it is back.',
} as const;

function Banner({ children }: { children: React.ReactNode }) {
  return (
    <div role="alert" className="flex gap-2 rounded-md border border-bad px-3 py-2 text-[14.5px] text-bad">
      <span aria-hidden="true">▲</span> <div>{children}</div>
    </div>
  );
}

/** What keeps the bench from being trusted or used, in words. */
function Troubles({ data, live, status }: { data: BenchData; live: Live; status: LiveStatus }) {
  const measuring = live.session !== null && !live.session.ended;
  const faults = status.instruments.filter((instrument) => instrument.fault !== '');
  return (
    <>
      {live.away !== '' && <Banner>{AWAY[live.away]}</Banner>}
      {live.away === '' && isBenchAway(status) && (
        <Banner>
          The bench process does not answer
          {measuring
            ? ': the rig takes its load off by itself after 15 s, and the run is taken up again once the process is back'
            : ''}
          . It is started with the application.
        </Banner>
      )}
      {status.problem !== '' && <Banner>{sentence(status.problem)}.</Banner>}
      {measuring && faults.length > 0 && (
        <Banner>
          {faults.map((fault) => (
            <span key={fault.name} className="block">
              {sentence(fault.fault)}.
            </span>
          ))}{' '}
          Asked again with every sample.
        </Banner>
      )}
      {data.busyWith && (
        <Banner>
          The rig is in use by{' '}
          <Link className="underline" href={`/round-ups/${data.busyWith.id}/bench`}>
            {data.busyWith.title}
          </Link>
          .
        </Banner>
      )}
    </>
  );
}

function Measuring({ data, live, session }: { data: BenchData; live: Live; session: LiveSession }) {
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

/** The mount that comes, large, with all that is measured at it. */
function NextUp({ data, next }: { data: BenchData; next: UpcomingMount | undefined }) {
  const measured = `${data.done} of ${plural(data.planned, 'reading')} of the plan ${data.done === 1 ? 'is' : 'are'} measured.`;
  if (!next)
    return (
      <div className="space-y-2">
        <h2 className="font-display text-[28px] font-bold">All that was planned is measured</h2>
        <p className="text-[16px]">
          <Link className="underline underline-offset-2" href={`/round-ups/${data.roundUpId}/verdict`}>
            To the verdict
          </Link>
        </p>
      </div>
    );
  return (
    <div className="space-y-2">
      <p className="label-text">{next.isControl ? 'Next on the rig, the control' : 'Next on the rig'}</p>
      <h2 className="font-display text-[34px] leading-tight font-bold">
        {next.name} <span className="text-ink2">mount {next.mount}</span>
      </h2>
      <p className="text-[16px]">
        {next.fans ? (
          <>
            With <b dir="auto">{next.fans}</b>
          </>
        ) : (
          <span className="text-warn">
            Fans not recorded:{' '}
            <Link
              className="underline underline-offset-2"
              href={`/round-ups/${data.roundUpId}/line-up?entry=${encodeURIComponent(next.entry)}`}
            >
              note them in Line-up
            </Link>
          </span>
        )}
      </p>
      <dl className="max-w-[620px]">
        {next.points.map((point) => (
          <div key={loadKey(point.load)} className="flex gap-4 border-b border-hairline py-1.5 text-[16px]">
            <dt className="w-[150px] shrink-0">{loadLabel(point.load)}</dt>
            <dd>{point.settings.join(', ')}</dd>
          </div>
        ))}
      </dl>
      <p className="text-[14.5px] text-ink2">{measured}</p>
    </div>
  );
}

function Between({ data, free, hasMicrophone }: { data: BenchData; free: boolean; hasMicrophone: boolean }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const next = data.upcoming.find((mount) => mount.id === chosen) ?? data.upcoming[0];
  return (
    <>
      <section className="min-w-0 flex-1 space-y-5" aria-label="Between mounts">
        <LastMount data={data} />
        {data.planWritten ? (
          data.problem === '' && <NextUp data={data} next={next} />
        ) : (
          <div className="space-y-2">
            <h2 className="font-display text-[28px] font-bold">No plan yet</h2>
            <p className="text-[16px]">
              The bench is led by the plan: what is mounted when, at which loads and fan settings.{' '}
              <Link className="underline underline-offset-2" href={`/round-ups/${data.roundUpId}/plan`}>
                Write the plan
              </Link>
              , then come back.
            </p>
          </div>
        )}
        {data.planWritten && data.problem !== '' && <Banner>The plan cannot be run: {data.problem}</Banner>}
        {data.breaks.length > 0 && (
          <ul className="text-[14px] text-warn" aria-label="What the order breaks">
            {data.breaks.map((name, i) => (
              <li key={i}>▲ {name}</li>
            ))}
          </ul>
        )}
        <Cautions />
        <PushHelp origin={data.origin} />
      </section>
      <aside
        className="shrink-0 border-hairline lg:w-[430px] lg:overflow-y-auto lg:border-l lg:pl-6"
        aria-label="What comes"
        tabIndex={0}
      >
        <NextMounts data={data} free={free} next={next} onChoose={setChosen} hasMicrophone={hasMicrophone} />
      </aside>
    </>
  );
}

/** The bench: one step at a time, large, with what comes next. */
export function BenchStage({ data }: { data: BenchData }) {
  const live = useBench(data.roundUpId);
  const router = useRouter();
  const { session, status } = live;
  useAlarm(session !== null && session.state.alarm);
  // The plan's part of the page follows what was measured.
  const mark = session ? `${session.id} ${session.runsWritten} ${session.ended}` : '';
  const seen = useRef<string | null>(null);
  useEffect(() => {
    if (seen.current !== null && seen.current !== mark) router.refresh();
    seen.current = status ? mark : null;
  }, [mark, status, router]);
  const measuring = session !== null && !session.ended;
  // What was pressed by hand keeps no focus: Space goes on with the step, and does not press it again.
  const letGo = (event: React.MouseEvent) => {
    const pressed = (event.target as HTMLElement).closest<HTMLElement>('button, summary');
    if (event.detail > 0) pressed?.blur();
  };
  return (
    <div onClick={letGo} className="flex min-h-0 flex-1 flex-col gap-3 px-4 pt-3 pb-4 md:px-7">
      <div className="flex flex-wrap items-start justify-end gap-x-6 gap-y-2">
        {status ? (
          <BenchStatusLine roundUpId={data.roundUpId} status={status} />
        ) : (
          <p className="label-text">Asking the bench …</p>
        )}
      </div>
      {status && <Troubles data={data} live={live} status={status} />}
      <div className="flex min-h-0 flex-1 flex-col gap-6 lg:flex-row">
        {measuring ? (
          <Measuring data={data} live={live} session={session} />
        ) : (
          <Between
            data={data}
            free={status !== null && !data.busyWith}
            hasMicrophone={status?.instruments.some(({ name }) => name === 'microphone') ?? false}
          />
        )}
      </div>
    </div>
  );
}
