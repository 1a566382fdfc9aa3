'use client';

import { useEffect, useState } from 'react';
import type { BenchEvent, LiveSample, LiveSession, LiveStatus } from '@/core/bench/benchEvent';

export interface Live {
  /** Null until the first event has come. */
  status: LiveStatus | null;
  session: LiveSession | null;
  samples: LiveSample[];
  /** Who does not answer: nobody, the database, or the application. */
  away: '' | 'database' | 'application';
}

/** More points than a chart can show are thinned. */
const MOST_POINTS = 2400;
/** Nothing heard for so long, though something is sent every three seconds: the application is away, ms. */
const SILENT_MS = 10_000;

function joined(before: readonly LiveSample[], event: BenchEvent): LiveSample[] {
  if (event.fresh) return event.samples;
  const all = event.samples.length > 0 ? [...before, ...event.samples] : (before as LiveSample[]);
  return all.length > MOST_POINTS
    ? all.filter((sample, i) => i % 2 === 0 || sample[6] || i > all.length - 300)
    : all;
}

/** The bench as it is fed by server-sent events; a broken feed is taken up again by the browser. */
export function useBench(roundUpId: number): Live {
  const [live, setLive] = useState<Live>({ status: null, session: null, samples: [], away: '' });
  useEffect(() => {
    const source = new EventSource(`/api/round-ups/${roundUpId}/bench`);
    let heardMs = performance.now();
    source.addEventListener('bench', (message) => {
      heardMs = performance.now();
      const event = JSON.parse((message as MessageEvent<string>).data) as BenchEvent;
      setLive((before) => ({
        status: event.status,
        session: event.session,
        samples: joined(before.samples, event),
        away: '',
      }));
    });
    source.addEventListener('away', () => {
      heardMs = performance.now();
      setLive((before) => ({ ...before, away: 'database' }));
    });
    const silence = setInterval(() => {
      if (performance.now() - heardMs > SILENT_MS) setLive((before) => ({ ...before, away: 'application' }));
    }, 2000);
    return () => {
      clearInterval(silence);
      source.close();
    };
  }, [roundUpId]);
  return live;
}
