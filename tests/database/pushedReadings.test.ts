import fc from 'fast-check';
import { RateLimit } from '@/core/rateLimit';
import { beginMount } from '@/core/bench/benchState';
import { insertSession } from '@/database/bench/bench';
import { withDatabase } from '@/database/pool';
import { listPushed } from '@/database/bench/pushedReadings';
import { isPushToken, pushToken } from '@/lab/bench/pushToken';
import { PushRefused, takePushed } from '@/lab/bench/takePushed';
import { asBytes } from '@demo/generators/demoFiles';
import { fanRoundUp } from '@demo/generators/fanRoundUp';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();

async function* streamed(text: string, chunk = 7000): AsyncGenerator<Uint8Array> {
  const bytes = new TextEncoder().encode(text);
  for (let i = 0; i < bytes.length; i += chunk) yield bytes.slice(i, i + chunk);
}

test('readings of a program go to the mount on the rig; wrong lines are told by number, a line without end is refused', async () => {
  const token = await pushToken(false);
  expect(await isPushToken(token)).toBe(true);
  expect(await isPushToken(`${token}x`)).toBe(false);
  const renewed = await pushToken(true);
  expect([await isPushToken(token), await isPushToken(renewed)]).toEqual([false, true]);
  expect(await takePushed(streamed('{"vrm_c": 50}\n'))).toEqual({ kept: 0, problems: [] });

  const roundUpId = await importSound(asBytes(fanRoundUp(7)));
  const state = beginMount({ entry: 'a', name: 'a', mount: 1, isControl: false, points: [], nowS: 0 });
  const rule = { windowS: 300, limitC: 90, warmUpS: 1, readingS: 30, longestSoakS: 100 };
  const id = await withDatabase((db) => insertSession(db, { roundUpId, mounting: 'a 1', state, rule }));
  const lines = [
    '{"t_s": 100, "clock_mhz": 4200, "vrm_c": 51.5}',
    '{"t_s": 104, "clock_mhz": 4100}',
    '{"t_s": 90, "clock_mhz": 4000}',
    '{"t_s": 1e9, "clock_mhz": 4000}',
    '{"t_s": 106, "clock_mhz": "fast"}',
    '{"t_s": 106, "colour": 7}',
    '{"t_s": 106, "vrm_c": 1e300}',
    '{"t_s": 106, "__proto__": 1}',
    '',
    'not json',
    '{"t_s": 110, "clock_mhz": 4150}',
  ];
  const { kept, problems } = await takePushed(streamed(lines.join('\n'), 11));
  expect(kept).toBe(3);
  expect(problems.map((problem) => problem.line)).toEqual([3, 4, 5, 6, 7, 8, 10]);
  expect(problems[0]!.message).toContain('steps back from 104 to 90');
  expect(problems[1]!.message).toContain('jumps ahead from 104 to 1000000000');
  expect(problems[2]!.message).toBe('clock_mhz: a number was expected');
  expect(problems[4]!.message).toBe('vrm_c: a temperature lies between -40 and 200 °C, got 1e+300');
  const pushed = await withDatabase((db) => listPushed(db, id, -1e6, 1e6));
  expect(pushed.map((readings) => readings.readings.clock_mhz)).toEqual([4200, 4100, 4150]);
  expect(pushed[2]!.atS - pushed[0]!.atS).toBeCloseTo(10, 2);

  const refused = takePushed(streamed(`{"vrm_c": 1}\n{"vrm_c": ${'1'.repeat(1 << 20)}}`));
  await expect(refused).rejects.toThrow(PushRefused);
  await expect(takePushed(streamed('x'.repeat(1 << 20)))).rejects.toThrow('line 1 is longer than 64 kB');
});

test('a program that pushes without end is held to a pace, what is too much is not kept in part, and a run reads a bounded number', async () => {
  const many = (count: number) => streamed('{"vrm_c": 50}\n'.repeat(count), 1 << 16);
  await expect(takePushed(many(20_001))).rejects.toThrow('more than 20000 lines at once');
  await expect(takePushed(streamed('x\n'.repeat(20_001)))).rejects.toThrow('more than 20000 lines at once');
  const counted = () =>
    withDatabase(
      async (db) => (await db.query<{ n: number }>('SELECT count(*)::int AS n FROM bench_pushed')).rows[0]!.n,
    );
  const before = await counted();
  expect((await takePushed(many(19_000))).kept).toBe(19_000);
  const refused = takePushed(many(2000));
  await expect(refused).rejects.toMatchObject({ status: 429, waitS: expect.any(Number) as number });
  expect(await counted()).toBe(before + 19_000);
  await withDatabase((db) =>
    db.query(`INSERT INTO bench_pushed SELECT session_id, at_s, readings FROM bench_pushed`),
  );
  const { rows } = await withDatabase((db) =>
    db.query<{ id: number }>('SELECT max(session_id) AS id FROM bench_pushed'),
  );
  const read = await withDatabase((db) => listPushed(db, rows[0]!.id, -1e6, 1e6));
  expect(read.length).toBeLessThanOrEqual(5000);
  expect(read.length).toBeGreaterThan(2500);
});

test('a limit lets a burst through and then no more than its rate, however it is drawn on', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 1, max: 60 })), {
        maxLength: 60,
      }),
      (draws) => {
        const limit = new RateLimit(50, 10, 0);
        let nowMs = 0;
        let drawn = 0;
        for (const [afterMs, count] of draws) {
          nowMs += afterMs;
          const waitS = limit.draw(count, nowMs);
          if (waitS === 0) drawn += count;
          else if (count <= 50) expect(new RateLimit(50, 10, 0).draw(count, 0)).toBe(0);
          expect(drawn).toBeLessThanOrEqual(50 + (nowMs / 1000) * 10 + 1e-6);
        }
      },
    ),
  );
});
