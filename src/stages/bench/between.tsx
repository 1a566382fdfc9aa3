'use client';

import { loadKey, loadLabel } from '@/core/runs/load';
import { Link } from '@/ui/frame/link';
import { useState } from 'react';
import { Cautions } from '@/ui/frame/cautions';
import { plural } from '@/ui/marks/figures';
import type { UpcomingMount } from '@/core/plan/upcomingMount';
import type { BenchData } from '@/lab/bench/benchView';
import { LastMount } from './lastMount';
import { NextMounts } from './nextMounts';
import { PushHelp } from './pushHelp';
import { Banner } from './benchTroubles';

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

/** Between mounts: how the last went, and what is mounted next. */
export function Between({
  data,
  free,
  hasMicrophone,
}: {
  data: BenchData;
  free: boolean;
  hasMicrophone: boolean;
}) {
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
