'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import type { BenchData } from '@/lab/bench/benchView';
import { BenchStatusLine } from './live/benchStatus';
import { useAlarm } from './useAlarm';
import { useBench } from './useBench';
import { Between } from './between';
import { Measuring } from './live/measuring';
import { Troubles } from './benchTroubles';

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
