import fc from 'fast-check';
import { airflowWall, type WallPoint } from '@/core/judgement/measures/airflowWall';
import { capacityW } from '@/core/judgement/measures/capacity';
import { chanceAhead } from '@/core/judgement/pairs/chanceAhead';
import { chanceFirst } from '@/core/judgement/chanceFirst';
import { bandScore, knee, noiseToHold } from '@/core/judgement/measures/perDecibel';
import { entryCurves } from '@/core/curves/entryCurve';
import { valueAtLine } from '@/core/curves/valueAtLine';
import type { MeasuredPoint } from '@/core/curves/settings/measuredPoint';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { normalCdf } from '@/core/statistics/distributions/normal';
import { seededChance } from '@/core/statistics/chance';

const LOAD_W = 170;

/** A curve through (level, resistance) without any doubt. */
function curveOf(points: readonly [number, number][]) {
  const measured = points.map(([levelDb, resistanceKPerW], i): MeasuredPoint => ({
    ...{ run: String(i), entry: 'a', mount: 1, pass: 1, setting: `${i}`, settled: true },
    ...{ level: coolerLevel(levelDb, -20), value: resistanceKPerW * LOAD_W, resistanceKPerW },
    ...{ shortfall: 0, roomDoubtK: 0 },
  }));
  return entryCurves([{ entry: 'a' }], measured)[0]!;
}

/** R(L) = R∞ + a·10^(−c·(L − 30)): what a fan law makes of a power of the speed. */
const falling = (wall: number, a: number, c: number) => (levelDb: number) =>
  wall + a * 10 ** (-c * (levelDb - 30));
const LEVELS = Array.from({ length: 21 }, (_, i) => 26 + i);

test('the band score is the mean of 1/R over the band, and is refused where the curve does not cover it', () => {
  const resistance = falling(0.15, 0.06, 0.03);
  const curve = curveOf(LEVELS.map((level) => [level, resistance(level)]));
  const [from, to] = [29, 37];
  // The same by a thousand midpoints.
  const exact =
    Array.from({ length: 1000 }, (_, i) => 1 / resistance(from + ((to - from) * (i + 0.5)) / 1000)).reduce(
      (sum, value) => sum + value,
      0,
    ) / 1000;
  const score = bandScore(curve, { from, to });
  expect(score.known && score.value).toBeCloseTo(exact, 3);
  expect(bandScore(curve, { from: 20, to: 37 })).toEqual({
    known: false,
    reason: 'measured from 26.0 to 46.0 dB(A), not all of 20.0 to 37.0 dB(A)',
  });
  expect(bandScore(curve, { from: 40, to: 50 }).known).toBe(false);
  expect(bandScore(curveOf([]), { from: 29, to: 37 }).known).toBe(false);
  expect(() => bandScore(curve, { from: 33, to: 33 })).toThrow('no width');
});

test('noise to hold a rise is the inverse of the curve at every level that it has', () => {
  const resistance = falling(0.15, 0.06, 0.03);
  const curve = curveOf(LEVELS.map((level) => [level, resistance(level)]));
  fc.assert(
    fc.property(fc.double({ min: 26.01, max: 45.99, noNaN: true }), (levelDb) => {
      const there = valueAtLine(curve, levelDb);
      if (!there.placed) throw new Error('not placed');
      const found = noiseToHold(curve, there.value);
      expect(found.known && found.value).toBeCloseTo(levelDb, 4);
    }),
  );
  expect(noiseToHold(curve, 20)).toMatchObject({
    known: false,
    reason: expect.stringMatching(/^its best is/),
  });
  expect(noiseToHold(curve, 60)).toMatchObject({ known: false, reason: expect.stringMatching(/already$/) });
});

test('the knee stands where one more decibel lowers R by half a per cent, by closed form', () => {
  const [wall, a, c] = [0.15, 0.06, 0.06];
  const resistance = falling(wall, a, c);
  const curve = curveOf(Array.from({ length: 81 }, (_, i) => [26 + i / 4, resistance(26 + i / 4)]));
  // 1 − R(L+1)/R(L) = a·x·(1 − 10^−c)/(wall + a·x) = worth, with x = 10^(−c(L − 30)).
  const closed = (worth: number) => {
    const x = (worth * wall) / (a * (1 - 10 ** -c - worth));
    return 30 - Math.log10(x) / c;
  };
  for (const worth of [0.01, 0.02, 0.03]) {
    const found = knee(curve, worth);
    expect(found.known && found.value).toBeCloseTo(closed(worth), 1);
  }
  expect(knee(curve, 1e-6)).toMatchObject({
    known: false,
    reason: expect.stringContaining('to the loudest setting'),
  });
  // A resonance: from 32 on louder and no cooler, so that no decibel there is worth anything.
  const flat = curveOf([
    [28, 0.25],
    [32, 0.2],
    [36, 0.21],
    [40, 0.2],
  ]);
  const found = knee(flat);
  expect(found.known && found.value).toBeGreaterThan(31);
  expect(found.known && found.value).toBeLessThanOrEqual(32);
});

test('capacity is the span to the limit over R, and no number where there is no span', () => {
  expect(capacityW(0.2, { limitC: 90, referenceAmbientC: 23 })).toBeCloseTo(331, 6);
  expect(() => capacityW(0.2, { limitC: 30, referenceAmbientC: 40 })).toThrow('room must be under the limit');
  expect(() => capacityW(Number.NaN, { limitC: 90, referenceAmbientC: 23 })).toThrow('resistanceKPerW');
});

const truth = { wall: 0.16, a: 0.07, b: 0.8 };
const speeds = [1500, 1275, 1050, 825, 600];

/** Five speeds of the truth with noise of their own, and a shift of the whole sweep. */
function sweep(seed: number, sigma: number, mountSigma: number, told: boolean): WallPoint[] {
  const chance = seededChance(seed);
  const shift = mountSigma * chance.normal();
  return speeds.map((rpm) => ({
    rpm,
    resistanceKPerW: truth.wall + truth.a * (rpm / 1000) ** -truth.b + shift + sigma * chance.normal(),
    variance: told ? sigma ** 2 : null,
    freedom: told ? 40 : 2,
  }));
}

test.each([
  ['little noise, told', 0.0004, 0.001, true],
  ['usual noise, told', 0.001, 0.001, true],
  ['much noise, told', 0.003, 0.002, true],
  ['noise that only the scatter tells', 0.0006, 0.001, false],
])(
  'the wall: with %s, its interval holds the truth in 90 to 99 %% of 200 sweeps',
  (_, sigma, mountSigma, told) => {
    let inside = 0;
    for (let seed = 1; seed <= 200; seed += 1) {
      const wall = airflowWall(sweep(seed, sigma, mountSigma, told), mountSigma ** 2, 60);
      if (!wall.known) throw new Error(wall.reason);
      if (Math.abs(wall.value.value - truth.wall) <= wall.value.interval95) inside += 1;
    }
    expect(inside).toBeGreaterThanOrEqual(180);
    expect(inside).toBeLessThanOrEqual(200);
  },
);

test('without noise the wall is found; from noise it is named only where it can be; three speeds tell none', () => {
  const exact = airflowWall(sweep(1, 1e-7, 0, true));
  expect(exact.known && exact.value).toMatchObject({
    value: expect.closeTo(truth.wall, 3),
    b: expect.closeTo(truth.b, 1),
    identified: true,
  });
  const vague = airflowWall(sweep(2, 0.006, 0, true));
  expect(vague.known && vague.value.identified).toBe(false);
  expect(airflowWall(sweep(1, 0.001, 0, true).slice(0, 3))).toEqual({
    known: false,
    reason: 'needs four speeds, has 3',
  });
  expect(() => airflowWall([{ rpm: 0, resistanceKPerW: 0.2, variance: 1, freedom: 9 }])).toThrow(
    'must be positive',
  );
});

const placed = (value: number, sigma: number, shared = 0, status: 'ranked' | 'throttled' = 'ranked') => ({
  ...{ entry: String(value), value, shared, status },
  doubt: [{ from: 'mounts' as const, variance: sigma ** 2, freedom: Infinity }],
});

test('chances of being first: all of it apart, equal parts alike, the shared drawn once, the throttled never', () => {
  expect(chanceFirst([placed(38, 0.1), placed(40, 0.1), placed(42, 0.1)])).toEqual([1, 0, 0]);
  for (const chance of chanceFirst(Array.from({ length: 5 }, (_, i) => placed(38 + i / 1e6, 0.3))))
    expect(Math.abs(chance - 0.2)).toBeLessThan(0.03);
  // What all share moves nobody past another, however large it is.
  expect(chanceFirst([placed(38, 0.1, 5), placed(39, 0.1, 5)])).toEqual([1, 0]);
  expect(chanceFirst([placed(38, 0.1), placed(20, 9, 0, 'throttled')])).toEqual([1, 0]);
  expect(chanceFirst([placed(60, 0.1), placed(38, 0.1)], 'higher')).toEqual([1, 0]);
  const twice = () => chanceFirst([placed(38, 0.2), placed(38.3, 0.2)], 'lower', 4);
  expect(twice()).toEqual(twice());
  expect(chanceFirst([])).toEqual([]);
});

test('the chance that one is ahead is that of the normal difference, and of two to be first the same', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1.5, noNaN: true }), (gap) => {
      const [one, two] = [placed(38, 0.3), placed(38 + gap, 0.3)];
      const ahead = chanceAhead(one, two, 'lower');
      expect(ahead).toBeCloseTo(normalCdf(gap / Math.hypot(0.3, 0.3)), 3);
      expect(chanceAhead(two, one, 'lower')).toBeCloseTo(1 - ahead, 9);
      expect(Math.abs(chanceFirst([one, two])[0]! - ahead)).toBeLessThan(0.03);
    }),
    { numRuns: 40 },
  );
  // What one meter leaves in doubt of both moves them by as much as their slopes differ, sign and all.
  const steep = placed(38.5, 0.3, -0.5);
  expect(chanceAhead(placed(38, 0.3, -0.5), steep, 'lower')).toBeCloseTo(
    chanceAhead(placed(38, 0.3), placed(38.5, 0.3), 'lower'),
    9,
  );
  expect(chanceAhead(placed(38, 0.3, 0.5), steep, 'lower')).toBeCloseTo(
    normalCdf(0.5 / Math.hypot(0.3, 0.3, 1)),
    3,
  );
});
