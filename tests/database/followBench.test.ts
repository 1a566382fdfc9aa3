import { beginMount } from '@/core/bench/benchState';
import type { BenchEvent } from '@/core/bench/benchEvent';
import { endSession, insertSession, writeProgress } from '@/database/bench/bench';
import { writeStatus } from '@/database/bench/benchStatus';
import { inTransaction, withDatabase } from '@/database/pool';
import { followBench } from '@/lab/bench/followBench';
import { asBytes } from '@demo/generators/demoFiles';
import { fanRoundUp } from '@demo/generators/fanRoundUp';
import { until } from '../support/bench';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();

/** A page that follows: what it was sent, in order. */
function page(roundUpId: number) {
  const events: BenchEvent[] = [];
  const leaving = new AbortController();
  const reader = followBench(roundUpId, leaving.signal).getReader();
  const ended = (async () => {
    let text = '';
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      text += new TextDecoder().decode(value);
      const parts = text.split('\n\n');
      text = parts.pop()!;
      for (const part of parts)
        if (part.startsWith('event: bench'))
          events.push(JSON.parse(part.slice(part.indexOf('{'))) as BenchEvent);
    }
  })();
  const times = () => events.flatMap((event) => event.samples.map(([atS]) => atS));
  return { events, times, leave: () => leaving.abort(), ended };
}

const RULE = { windowS: 300, limitC: 90, warmUpS: 1, readingS: 30, longestSoakS: 100 };
const samples = (fromS: number, toS: number) =>
  Array.from({ length: toS - fromS }, (_, i) => ({
    atS: fromS + i,
    dieC: 50,
    roomC: 21,
    powerW: 170,
    fanRpm: 900,
    levelDb: i === 3 ? NaN : 33,
    gap: i === 5,
  }));

test('every page gets every sample once, whenever it came; another round-up gets none of them', async () => {
  const roundUpId = await importSound(asBytes(fanRoundUp(7)));
  const early = page(roundUpId);
  const other = page(roundUpId + 1);
  await until('told that nothing is on', async () => early.events.length > 0);
  expect(early.events[0]).toMatchObject({ session: null, samples: [] });

  const state = beginMount({ entry: 'a', name: 'A', mount: 1, isControl: false, points: [], nowS: 0 });
  const sessionId = await withDatabase((db) =>
    insertSession(db, { roundUpId, mounting: 'a 1', state, rule: RULE }),
  );
  const write = (fromS: number, toS: number) =>
    inTransaction((db) =>
      writeProgress(db, { sessionId, state, clockS: toS, speed: 1, samples: samples(fromS, toS) }),
    );
  await write(1, 40);
  await until('the first forty', async () => early.times().length === 39);
  const late = page(roundUpId);
  await until('all of them at once', async () => late.times().length === 39);
  // The same written twice, as after an answer that was lost, is sent once.
  await write(1, 40);
  await write(40, 60);
  for (const other of [early, late]) {
    await until('the rest', async () => other.times().length === 59);
    expect(other.times()).toEqual(Array.from({ length: 59 }, (_, i) => i + 1));
    expect(other.events.filter((event) => event.fresh && event.session)).toHaveLength(1);
  }
  const sent = late.events.flatMap((event) => event.samples);
  expect(sent[3]![5]).toBeNull();
  expect(sent[5]![6]).toBe(true);
  expect(other.times()).toEqual([]);

  // Faults and the end of the mount are told too; who has left hears nothing more.
  early.leave();
  await early.ended;
  const before = early.events.length;
  await withDatabase((db) =>
    writeStatus(db, {
      instruments: [{ name: 'sound meter', identity: '', fault: 'is away' }],
      problem: '',
      speed: 10,
    }),
  );
  await until('the fault', async () => late.events.at(-1)?.status.instruments[0]?.fault === 'is away');
  await withDatabase((db) => endSession(db, sessionId));
  await write(60, 61);
  await until('the end', async () => late.events.at(-1)?.session?.ended === true);
  expect(early.events).toHaveLength(before);
  late.leave();
  other.leave();
  await Promise.all([late.ended, other.ended]);
});
