import type { BenchEvent, LiveSample } from '@/core/bench/benchEvent';
import {
  BENCH_CHANNEL,
  lastSession,
  listSamples,
  openSession,
  type KeptSample,
} from '@/database/bench/bench';
import { readStatus } from '@/database/bench/benchStatus';
import { listenTo } from '@/database/sound/listening';
import { DatabaseAway, withDatabase } from '@/database/pool';

/** A page that has just come gets no more points than its chart can show. */
const MOST_POINTS = 900;
const LEAST_APART_MS = 200;
/** Something is sent at least so often, so that a page sees that it is still followed. */
const STILL_HERE_MS = 3000;

const sent = (value: number): number | null => (Number.isNaN(value) ? null : value);

function sentSample(sample: KeptSample): LiveSample {
  return [
    sample.atS,
    sent(sample.dieC),
    sent(sample.roomC),
    sent(sample.powerW),
    sent(sample.fanRpm),
    sent(sample.levelDb),
    sample.gap,
  ];
}

function thinned(samples: readonly KeptSample[]): KeptSample[] {
  const every = Math.ceil(samples.length / MOST_POINTS);
  return samples.filter((sample, i) => i % every === 0 || sample.gap || i === samples.length - 1);
}

/** What a page needs to know since what it was told last. */
async function news(
  roundUpId: number,
  told: { session: number; atS: number },
): Promise<{ event: BenchEvent; atS: number }> {
  return withDatabase(async (db) => {
    const open = await openSession(db);
    const session = open?.roundUpId === roundUpId ? open : await lastSession(db, roundUpId);
    const { instruments, problem, speed, silentS } = await readStatus(db);
    const status = { instruments, problem, speed, silentS };
    if (!session)
      return { event: { fresh: told.session !== 0, session: null, status, samples: [] }, atS: -1 };
    const fresh = session.id !== told.session;
    const samples = await listSamples(db, session.id, fresh ? -1 : told.atS);
    const { id, mounting, state, rule, clockS, ended, runsWritten } = session;
    const event: BenchEvent = {
      fresh,
      session: { id, mounting, state, rule, clockS, ended, runsWritten },
      status,
      samples: (fresh ? thinned(samples) : samples).map(sentSample),
    };
    return { event, atS: samples.at(-1)?.atS ?? (fresh ? -1 : told.atS) };
  });
}

/** Feeds a page with what happens at the bench of a round-up, as server-sent events, until `signal` aborts. */
export function followBench(roundUpId: number, signal: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream({
    start(controller) {
      let told = { session: 0, atS: -1 };
      let busy = false;
      let again = false;
      let over = false;
      const send = (name: string, data: unknown) => {
        if (!over) controller.enqueue(encoder.encode(`event: ${name}\ndata: ${JSON.stringify(data)}\n\n`));
      };
      async function tell(): Promise<void> {
        if (busy || over) {
          again = true;
          return;
        }
        busy = true;
        again = false;
        try {
          const { event, atS } = await news(roundUpId, told);
          told = { session: event.session?.id ?? 0, atS };
          send('bench', event);
        } catch (error) {
          send(error instanceof DatabaseAway ? 'away' : 'failed', {});
        }
        setTimeout(() => {
          busy = false;
          if (again) void tell();
        }, LEAST_APART_MS);
      }
      const deaf = listenTo(BENCH_CHANNEL, () => void tell());
      const still = setInterval(() => void tell(), STILL_HERE_MS);
      void tell();
      signal.addEventListener('abort', () => {
        over = true;
        deaf();
        clearInterval(still);
        try {
          controller.close();
        } catch {
          // The page has closed it already.
        }
      });
    },
  });
}
