'use client';

import { Link } from '@/ui/frame/link';
import { sentence } from '@/core/words';
import type { LiveStatus } from '@/core/bench/benchEvent';
import type { BenchData } from '@/lab/bench/benchView';
import { isBenchAway } from './live/benchStatus';
import { type Live } from './useBench';

const AWAY = {
  database: 'PostgreSQL does not answer. The bench goes on measuring and keeps it on disk until it is back.',
  application:
    'The application does not answer. The bench goes on by itself; this page follows again once it is back.',
} as const;

/** Something that keeps the bench from going on, read out at once. */
export function Banner({ children }: { children: React.ReactNode }) {
  return (
    <div role="alert" className="flex gap-2 rounded-md border border-bad px-3 py-2 text-[14.5px] text-bad">
      <span aria-hidden="true">▲</span> <div>{children}</div>
    </div>
  );
}

/** What keeps the bench from being trusted or used, in words. */
export function Troubles({ data, live, status }: { data: BenchData; live: Live; status: LiveStatus }) {
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
