import fc from 'fast-check';
import { controlChart } from '@/core/drift/controlChart';
import { controlsToCatch } from '@/core/drift/controlsToCatch';
import { driftLine } from '@/core/drift/driftLine';
import { runsInDoubt } from '@/core/drift/inDoubt';
import { retests, retestSpread } from '@/core/drift/retests';
import { brokenLimits, FALSE_ALARMS, NO_MEAN, weighted } from '@/core/drift/controlLimits';
import { normalCdf } from '@/core/statistics/distributions/normal';
import { normalQuantile } from '@/core/statistics/distributions/normalQuantile';
import { seededChance } from '@/core/statistics/chance';
import { reasonOf, valueOf } from '../support/outcome';

const DAY = 86_400_000;
const chart = (values: readonly number[]) =>
  controlChart(values.map((value, i) => ({ atMs: i * DAY, value })));

test('the normal quantile undoes its distribution, far out too', () => {
  fc.assert(
    fc.property(fc.double({ min: -6, max: 6, noNaN: true }), (z) => {
      expect(normalQuantile(normalCdf(z))).toBeCloseTo(z, 5);
    }),
  );
  expect(() => normalQuantile(1)).toThrow('normalQuantile');
});

/** What is broken by the last of some standardised values. */
function lastBroken(values: readonly number[]) {
  const mean = values.reduce((before, z) => weighted(before, z), NO_MEAN);
  return brokenLimits(values.at(-1)!, mean);
}

test.each([
  ['one beyond three', [0, 0.4, -3.2], ['beyond-3']],
  ['two beyond two are none yet', [0, 0, 0, 0, 2.2, 0.1, 2.4], []],
  ['a small shift that stays', [0, 0.4, -0.3, 0.2, 1.6, 1.5, 1.7, 1.6, 1.5, 1.8], ['mean-moved']],
  ['the same to both sides', [0, 0.4, -0.3, 0.2, 1.6, -1.5, 1.7, -1.6, 1.5, -1.8], []],
  ['put right: good again with the next', [0, 0.4, -0.3, 0.2, 4, 4, 4, 0.1], []],
] as const)('limits of a control: %s', (_, z, broken) => {
  expect(lastBroken(z)).toEqual(broken);
});

/** How many points until something is said, over many steady rigs. */
function averageRunLength(
  says: (z: number, mean: ReturnType<typeof weighted>) => boolean,
  rigs: number,
): number {
  const chance = seededChance(5);
  let points = 0;
  for (let rig = 0; rig < rigs; rig += 1) {
    let mean = NO_MEAN;
    let z: number;
    do {
      z = chance.normal();
      mean = weighted(mean, z);
      points += 1;
    } while (!says(z, mean));
  }
  return points / rigs;
}

test('average run lengths of a steady rig: 370 for three standard deviations, 500 for the weighted mean (Lucas & Saccucci 1990)', () => {
  expect(averageRunLength((z) => Math.abs(z) > 3, 2000) / 370.4).toBeCloseTo(1, 1);
  const mean = averageRunLength((_, { hasMoved }) => hasMoved, 2000) / 500;
  expect(mean).toBeGreaterThan(0.88);
  expect(mean).toBeLessThan(1.08);
});

test('what is said of false alarms is what the chart that runs does', () => {
  const chance = seededChance(4);
  const first = Array.from({ length: 1500 }, () =>
    controlChart(Array.from({ length: 30 }, (_, i) => ({ atMs: i, value: chance.normal() }))).findIndex(
      ({ broken }) => broken.length > 0,
    ),
  );
  const share = (most: number) => (100 * first.filter((at) => at >= 0 && at < most).length) / first.length;
  expect(Math.abs(share(10) - FALSE_ALARMS.byTenth)).toBeLessThan(2);
  expect(Math.abs(share(30) - FALSE_ALARMS.byThirtieth)).toBeLessThan(3);
});

test('a chart that starts by itself keeps its false alarms from the third control on, whatever unit and spread', () => {
  const chance = seededChance(8);
  let [alarms, points] = [0, 0];
  for (let rig = 0; rig < 3000; rig += 1)
    for (const { z, broken } of chart(Array.from({ length: 6 }, () => 50 + 0.3 * chance.normal()))) {
      if (z === null) continue;
      points += 1;
      if (broken.includes('beyond-3')) alarms += 1;
    }
  // 0.27 % of 12,000: 32, with a standard deviation of six.
  expect(Math.abs(alarms - 0.0027 * points)).toBeLessThan(3.5 * Math.sqrt(0.0027 * points));
});

test('a step is caught, is no reference for what follows, and what comes back is good again', () => {
  const points = chart([50, 50.2, 49.9, 50.1, 50, 53, 53.2, 50.1]);
  expect(points.map(({ broken }) => broken.length > 0)).toEqual([
    false,
    false,
    false,
    false,
    false,
    true,
    true,
    false,
  ]);
  expect(points[7]!.mean).toBeCloseTo(50.04, 6);
  expect(points[0]).toMatchObject({ mean: null, sd: null, z: null });
  // With a spread known beforehand the second control is judged already.
  const prior = { variance: 0.04, freedom: 30 };
  expect(
    controlChart(
      [
        { atMs: 0, value: 50 },
        { atMs: 1, value: 52 },
      ],
      prior,
    )[1]!.broken,
  ).toContain('beyond-3');
  expect(() =>
    controlChart([
      { atMs: 1, value: 1 },
      { atMs: 0, value: 1 },
    ]),
  ).toThrow('times must not go back');
  expect(() => controlChart([{ atMs: 1, value: Number.NaN }])).toThrow('finite');
});

test('runs in doubt lie between the last good control and the next good one, of whichever cooler', () => {
  const points = chart([50, 50.2, 49.9, 50.1, 53, 53.2, 50.1]);
  const runs = Array.from({ length: 14 }, (_, i) => ({ id: i, atMs: i * 0.5 * DAY + 1 }));
  const doubt = runsInDoubt(points, runs)!;
  expect(doubt.runs.map(({ id }) => id)).toEqual([6, 7, 8, 9, 10, 11]);
  expect([doubt.lastGood!.atMs, doubt.broke.atMs, doubt.goodAgain!.atMs]).toEqual([
    3 * DAY,
    4 * DAY,
    6 * DAY,
  ]);
  expect(runsInDoubt(points.slice(0, 6), runs)!.runs.map(({ id }) => id)).toEqual([
    6, 7, 8, 9, 10, 11, 12, 13,
  ]);
  expect(runsInDoubt(points.slice(0, 4), runs)).toBeNull();
  // One that nothing could be held against clears nothing.
  const unheld = { ...points[0]!, atMs: 5.5 * DAY };
  expect(runsInDoubt([...points.slice(0, 6), unheld], runs)!.goodAgain).toBeNull();
});

test('drift intervals hold the truth in 90 to 99 % of 400 rigs', () => {
  const chance = seededChance(3);
  let held = 0;
  for (let rig = 0; rig < 400; rig += 1) {
    const points = Array.from({ length: 7 }, (_, i) => ({
      atMs: (7 * i + chance.uniform()) * DAY,
      value: 40 + 0.03 * 7 * i + 0.2 * chance.normal(),
    }));
    const { perDay, interval95 } = valueOf(driftLine(points));
    if (Math.abs(perDay - 0.03) <= interval95) held += 1;
  }
  expect(held).toBeGreaterThanOrEqual(360);
  expect(held).toBeLessThanOrEqual(396);
  expect(reasonOf(driftLine([{ atMs: 0, value: 1 }]))).toContain('needs four');
  expect(reasonOf(driftLine(Array.from({ length: 5 }, () => ({ atMs: 0, value: 1 }))))).toContain('one time');
});

test('larger steps are caught sooner, and a large one at once', () => {
  const found = [1.5, 2, 3, 5].map((shift) => controlsToCatch(shift, 20, 20) ?? Infinity);
  expect([...found].sort((a, b) => b - a)).toEqual(found);
  expect(found.at(-1)).toBe(1);
  // Few controls before it teach the chart little: it takes longer, and a small step it learns as the rig.
  expect(controlsToCatch(2, 4) ?? Infinity).toBeGreaterThan(controlsToCatch(2, 20, 20)!);
  expect(controlsToCatch(0.5, 4) ?? Infinity).toBeGreaterThan(20);
});

test('re-tests at different settings are on one scale, and their spread is that of neighbours, not of months', () => {
  const run = (id: number, mount: number, day: number, point: string, value: number) => ({
    ...{ id, mount, point, value, revision: 1, atMs: day * DAY },
  });
  const tests = retests([
    run(1, 1, 0, 'a', 50),
    run(2, 1, 0, 'b', 60),
    run(3, 2, 7, 'a', 51),
    run(4, 2, 7, 'b', 61),
    run(5, 3, 14, 'b', 60.5),
  ]);
  expect(tests.map(({ value }) => Number(value.toFixed(3)))).toEqual([55, 56, 55.5]);
  expect(tests[2]!.uncertainty).toBeNull();
  expect(retests([])).toEqual([]);
  // A mount that goes on past any midnight is one; its number used again a week later is another.
  const HOUR = DAY / 24;
  const late = [20, 23, 26, 36].map((hour, i) => ({ ...run(i, 4, 0, 'a', 50), atMs: hour * HOUR }));
  for (let shift = 0; shift < 5; shift += 1)
    expect(retests(late.map((each) => ({ ...each, atMs: each.atMs + shift * 11 * HOUR })))).toHaveLength(1);
  expect(retests([...late, { ...late[0]!, atMs: 8 * DAY }])).toHaveLength(2);
  const at = (day: number, value: number) => ({ ...tests[0]!, atMs: day * DAY, value });
  expect(retestSpread([[at(0, 50), at(3, 50.6)]])).toEqual({
    variance: expect.closeTo(0.18, 9) as number,
    freedom: 1,
  });
  expect(retestSpread([[at(0, 50), at(60, 58)]])).toBeNull();
});
