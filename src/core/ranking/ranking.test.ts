import type { Variance } from '../statistics/variance';
import fc from 'fast-check';
import { seededChance } from '../../../tests/support/chance';
import { entryCurves } from '../curves/entryCurve';
import type { MeasuredPoint } from '../curves/settings/measuredPoint';
import { coolerLevel } from '../levels/coolerLevel';
import { studentizedRange } from '@/core/statistics/distributions/studentizedRange';
import { bracketSentences } from './bracketSentences';
import { BEYOND_ALL, curveEnds } from '../curves/shown/curveEnds';
import { rankAtLine } from './rankAtLine';
import { sampleSentences } from './sampleSentences';
import { standOutSentence } from './standOutSentence';
import { ties } from './ties';

const RULE = { lineDb: 33, loadW: 170, program: false, referenceAmbientC: 23, limitC: 90 };

function point(
  entry: string,
  setting: string,
  levelDb: number,
  value: number,
  more: Partial<MeasuredPoint> = {},
): MeasuredPoint {
  const level = { levelDb, standing: 'clear' as const, overFloorDb: 20, errorGain: 1 };
  const run = `${entry} ${setting} ${more.mount ?? 1} ${more.pass ?? 1}`;
  return {
    run,
    entry,
    mount: 1,
    pass: 1,
    setting,
    level,
    settled: true,
    value: value,
    resistanceKPerW: value / 170,
    shortfall: 0,
    roomDoubtK: 0,
    ...more,
  };
}

function rank(
  points: MeasuredPoint[],
  entries = [...new Set(points.map((point) => point.entry))],
  lineDb = 33,
) {
  return rankAtLine(
    entryCurves(
      entries.map((entry) => ({ entry, isControl: false })),
      points,
    ),
    { ...RULE, lineDb },
  );
}

const atFloor = { level: { ...coolerLevel(25, 24), levelDb: 22 } };
const rising = { settled: false };

test('each status of FORMATS steps 7 and 8', () => {
  const points = [
    point('ranked', 'low', 30, 40),
    point('ranked', 'high', 40, 34),
    point('loud', 'low', 36, 40),
    point('loud', 'high', 45, 34),
    point('tops-out', 'low', 25, 44),
    point('tops-out', 'high', 31, 39),
    point('throttled', 'low', 30, 70),
    point('throttled', 'high', 36, 66.3),
    point('at-floor', 'low', 22, 45, atFloor),
    point('at-floor', 'high', 36, 38),
    point('unsettled', 'low', 28, 45, rising),
    point('unsettled', 'high', 36, 38),
    point('none settled', 'low', 28, 45, rising),
    point('none settled', 'floor', 22, 48, atFloor),
    point('all at floor', 'low', 22, 45, atFloor),
  ];
  const { placed, notPlaced } = rank(points, [...new Set(points.map((point) => point.entry)), 'no runs']);
  expect(placed.map((entry) => [entry.entry, entry.status, entry.place])).toEqual([
    ['ranked', 'ranked', 1],
    ['tops-out', 'tops-out', 2],
    ['throttled', 'throttled', 3],
  ]);
  expect(placed[1]).toMatchObject({ value: 39, levelDb: 31 });
  expect(Object.fromEntries(notPlaced.map((entry) => [entry.entry, entry.status]))).toEqual({
    loud: 'too-loud',
    'at-floor': 'below-floor',
    unsettled: 'unsettled',
    'none settled': 'unsettled',
    'all at floor': 'below-floor',
    'no runs': 'no-runs',
  });
});

test('a setting that is louder and no cooler does not help, and the line beyond it still places', () => {
  const points = [
    point('a', '1', 28, 40),
    point('a', '2', 32, 36),
    point('a', '3', 35, 37),
    point('a', '4', 38, 36.5),
  ];
  // Within their doubt the three are one plateau; a setting worse beyond its doubt is left out of it.
  const { placed } = rank(points, ['a'], 36);
  expect(placed[0]).toMatchObject({ status: 'ranked', value: 36.5 });
  expect(rank(points, ['a'], 39).placed[0]).toMatchObject({ status: 'tops-out', value: 36.5, levelDb: 38 });
  const worse = points.map((other) => (other.setting === '3' ? { ...other, value: 60 } : other));
  expect(rank(worse, ['a'], 36).placed[0]).toMatchObject({ status: 'ranked', value: 36.25 });
});

test('passes average within a mount, mounts equally, levels by energy', () => {
  const points = [
    point('a', '1', 33, 30, { mount: 1, pass: 1 }),
    point('a', '1', 33, 32, { mount: 1, pass: 2 }),
    point('a', '1', 33, 37, { mount: 2 }),
  ];
  const { placed } = rank(points);
  expect(placed[0]!.value).toBeCloseTo(34, 9);
  // Own spread: mounts of 31 and 37 K differ by 18 K², a sixth of which stands beside what is assumed of the rig (DOUBT e, f).
  const passesK2 = 2 * 0.75;
  const rigK2 = (5 * 0.25 + 18 - passesK2) / 6;
  const variance = ((5 / 6) * (rigK2 + passesK2) + 18 / 6) / 2;
  expect(placed[0]!.doubt[0]).toMatchObject({ from: 'mounts', variance: expect.closeTo(variance, 6) });
  expect(placed[0]!.spreadSource).toBe('own');
});

test('spread is its own, else that of the round-up, else of the rig, else assumed', () => {
  const twice = [28, 34, 30, 32].map((value, i) =>
    point('twice', '1', 33, value, { mount: 1 + Math.floor(i / 2), pass: 1 + (i % 2) }),
  );
  const other = point('other', '1', 33, 40);
  const source = (points: MeasuredPoint[], history: Variance | null = null) =>
    rankAtLine(
      entryCurves([{ entry: 'twice' }, { entry: 'other' }], points, undefined, undefined, history),
      RULE,
    ).placed.find((entry) => entry.entry === 'other')!;
  expect(source([...twice, other]).spreadSource).toBe('round-up');
  expect(source([other], { freedom: 12, variance: 0.1 })).toMatchObject({ spreadSource: 'rig' });
  // 0.5 K and 0.3 dB at the slope assumed of one setting, of eight degrees of freedom, told as 95 %: t = 2.306.
  const u = Math.hypot(2.306 * Math.hypot(0.5, 0.3 * 0.015 * 40), 1.96 * Math.hypot(0.0408, 0.0006));
  expect(source([other])).toMatchObject({ spreadSource: 'assumed', interval95: expect.closeTo(u, 1) });
});

const cooler = fc.record({
  base: fc.double({ min: 30, max: 60, noNaN: true }),
  quiet: fc.double({ min: 22, max: 36, noNaN: true }),
  settled: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
});

test('the order of rows and entries changes nothing', () => {
  fc.assert(
    fc.property(fc.array(cooler, { minLength: 1, maxLength: 6 }), fc.integer(), (coolers, seed) => {
      const points = coolers.flatMap(({ base, quiet, settled }, i) =>
        settled.map((flag, k) =>
          point(`e${i}`, `${k}`, quiet + 3 * k, base - 2 * k + 0.2 * k * k, { settled: flag }),
        ),
      );
      const entries = coolers.map((_, i) => `e${i}`);
      const chance = seededChance(seed);
      const shuffled = <T>(items: T[]) =>
        items
          .map((item) => ({ item, key: chance.uniform() }))
          .sort((a, b) => a.key - b.key)
          .map((other) => other.item);
      expect(rank(shuffled(points), shuffled(entries))).toEqual(rank(points, entries));
    }),
    { numRuns: 60 },
  );
});

test('eight equal coolers are split in at most 30 of 400 seeded round-ups, whatever was repeated', () => {
  for (const plan of [
    { mounts: 2, passes: 2 },
    { mounts: 3, passes: 1 },
    { mounts: 1, passes: 3 },
  ]) {
    let split = 0;
    for (let seed = 1; seed <= 400; seed += 1) {
      const chance = seededChance(seed);
      const points: MeasuredPoint[] = [];
      for (let e = 0; e < 8; e += 1) {
        for (let mount = 1; mount <= plan.mounts; mount += 1) {
          const ofMount = plan.mounts > 1 ? 0.4 * chance.normal() : 0;
          for (let pass = 1; pass <= plan.passes; pass += 1) {
            for (let k = 0; k < 4; k += 1) {
              const value = 42 - 2 * k + 0.15 * k * k + ofMount + 0.15 * chance.normal();
              points.push(point(`e${e}`, `${k}`, 28 + 3 * k + 0.1 * chance.normal(), value, { mount, pass }));
            }
          }
        }
      }
      if (rank(points).placed.some((entry) => entry.tieGroup > 1)) split += 1;
    }
    expect(split).toBeLessThanOrEqual(30);
  }
});

test('fans tuned to the line reach it within 0.3 dB, with what the missing tenths are worth in the doubt', () => {
  const other = (levelDb: number) =>
    rank([point('a', 'tuned', levelDb, 40), point('a', 'tuned', levelDb, 40, { pass: 2 })]);
  for (const levelDb of [32.7, 32.9, 33, 33.1, 33.3])
    expect(other(levelDb).placed[0]).toMatchObject({ status: 'ranked', value: 40, levelDb });
  // 1.5 ± 0.8 per cent of the rise a decibel where no setting tells a slope, evenly over the 0.2 dB that are missing.
  const far = other(33.2).placed[0]!;
  expect(far.doubt.find(({ from }) => from === 'line')!.variance).toBeCloseTo(
    (0.2 * 40 * Math.hypot(0.015, 0.008)) ** 2 / 3,
    6,
  );
  expect(other(33.31).notPlaced[0]!.status).toBe('too-loud');
  expect(other(32.69).placed[0]!.status).toBe('tops-out');
  // A curve has its own slope: 4 K over 2 dB.
  const sweep = rank([point('a', '1', 33.2, 40), point('a', '2', 35.2, 36)]).placed[0]!;
  expect(sweep).toMatchObject({ status: 'ranked', value: 40, levelDb: 33.2, slope: -2 });
  expect(sweep.uncertainty).toBeGreaterThan(0.4);
});

/** Entries with known rises: three mounts each, far enough from each other to leave the spread to the pairs. */
const known = (rises: Record<string, number>, spreadK: number) =>
  rank(
    Object.entries(rises).flatMap(([entry, value]) =>
      [1, 2, 3].map((mount) => point(entry, '1', 33, value + (mount - 2) * spreadK, { mount })),
    ),
  );

test('places are ranges: nobody is cut from a neighbour that it cannot be told from', () => {
  const { placed, brackets } = known({ a: 40, b: 41.7, c: 42.3, d: 42.31, e: 43, f: 46 }, 0.35);
  const ranges = Object.fromEntries(placed.map((entry) => [entry.entry, [entry.placeFrom, entry.placeTo]]));
  // Three mounts each, s = 0.35 K: two of six are told apart from about 1.05 K on.
  expect(ranges).toEqual({ a: [1, 1], b: [2, 4], c: [2, 5], d: [2, 5], e: [3, 5], f: [6, 6] });
  expect(brackets.map((bracket) => [bracket.better, bracket.worse])).toEqual([
    [2, 4],
    [3, 5],
  ]);
  expect(placed.map((entry) => entry.tieGroup)).toEqual([1, 2, 2, 2, 3, 4]);
  const names = placed.map((entry) => entry.entry.toUpperCase());
  const needed = brackets[0]!.difference.toFixed(1);
  expect(brackets.flatMap((bracket) => bracketSentences(bracket, names))).toEqual([
    `Places 2 to 4 are a tie: 0.6 K from first to last; this test needs ${needed} K to separate them.`,
    `B is ahead of E: 1.3 K apart, ${needed} K needed.`,
    `Places 3 to 5 are a tie: 0.7 K from first to last; this test needs ${needed} K to separate them.`,
    `E is ahead of F: 3.0 K apart, ${needed} K needed.`,
  ]);
});

test('a place range counts who is surely better and who surely worse, whatever the spreads', () => {
  const levels = fc.array(
    fc.record({
      value: fc.double({ min: 30, max: 45, noNaN: true }),
      u: fc.double({ min: 0.05, max: 2, noNaN: true }),
    }),
    { minLength: 1, maxLength: 9 },
  );
  fc.assert(
    fc.property(levels, (items) => {
      const ordered = [...items]
        .sort((a, b) => a.value - b.value)
        .map(({ value, u }) => ({
          value,
          doubt: [{ from: 'mounts' as const, variance: u * u, freedom: Infinity }],
          shared: 0,
        }));
      const told = ties(ordered);
      const q = ordered.length > 1 ? studentizedRange(0.95, ordered.length, Infinity) : 0;
      ordered.forEach((item, i) => {
        const sure = ordered.map(
          (other, j) =>
            i !== j &&
            Math.abs(other.value - item.value) >=
              q * Math.sqrt((items.length && other.doubt[0]!.variance + item.doubt[0]!.variance) / 2),
        );
        expect(told.placeFrom[i]).toBe(1 + sure.filter((flag, j) => flag && j < i).length);
        expect(told.placeTo[i]).toBe(ordered.length - sure.filter((flag, j) => flag && j > i).length);
        expect(told.placeFrom[i]! <= i + 1 && told.placeTo[i]! >= i + 1).toBe(true);
      });
      for (const { better, worse } of told.brackets)
        for (let i = better; i <= worse; i += 1)
          expect(told.placeFrom[i - 1]! <= better && told.placeTo[i - 1]! >= worse).toBe(true);
    }),
  );
});

test('the throttled of a named program stand by K/W, behind all that hold it', () => {
  const at = (entry: string, value: number, powerW: number) =>
    [1, 2].map((pass) => point(entry, '1', 33, value, { pass, resistanceKPerW: value / powerW }));
  const points = [...at('cool', 50, 140), ...at('strong', 71.4, 120), ...at('weak', 71.3, 90)];
  const entries = ['cool', 'strong', 'weak'].map((entry) => ({ entry, isControl: false }));
  const order = (program: boolean) =>
    rankAtLine(entryCurves(entries, points), { ...RULE, program }).placed.map((entry) => entry.entry);
  // Both stand at the limit: the one that let 120 W through is the better one, though 0.1 K warmer.
  expect(order(true)).toEqual(['cool', 'strong', 'weak']);
  expect(order(false)).toEqual(['cool', 'weak', 'strong']);
});

test('samples of one product are set against one another by the rule that gives the places; who mounts oddly is named', () => {
  const { placed } = known({ a: 40, b: 40.3, c: 44, d: 47 }, 0.35);
  const samplesOf = (entry: string) => ({ a: 'Levante', b: 'Levante', d: 'Solano' })[entry] ?? null;
  const scale = { factor: 1, decimals: 1, unit: 'K' };
  expect(sampleSentences(placed, samplesOf, scale)).toEqual([
    expect.stringMatching(
      /^Two samples of Levante lie 0\.3 K apart: this test needs \d\.\d K to separate them\.$/,
    ),
  ]);
  const far = (entry: string) => (entry === 'a' || entry === 'd' ? 'Levante' : null);
  expect(sampleSentences(placed, far, scale)[0]).toMatch(/lie 7\.0 K apart, more than the \d\.\d K/);
  const perWatt = { factor: 1 / 100, decimals: 3, unit: 'K/W' };
  expect(sampleSentences(placed, far, perWatt)[0]).toMatch(/lie 0\.070 K\/W apart/);
  expect(standOutSentence([])).toBe('');
  const mounted = (entry: string, ...values: number[]) =>
    values.map((value, i) => point(entry, '1', 33, value, { mount: i + 1 }));
  const odd = [
    ...['a', 'b', 'c', 'd'].flatMap((entry) => mounted(entry, 40, 40.3, 40.1)),
    ...mounted('e', 38, 44, 41),
  ];
  expect(rank(odd).standOut).toEqual(['e']);
});

test('an error of the meter that all share counts only as far as the slopes differ', () => {
  const gap = (slope: number) => {
    const a = { value: 40, doubt: [], shared: -0.5 };
    return ties([a, { value: 40.4, doubt: [], shared: slope }]).groups;
  };
  expect(gap(-0.5)).toEqual([1, 2]);
  expect(gap(-0.8)).toEqual([1, 1]);
});

test('without a line nothing tops out: at full speed an entry throttles or holds the load', () => {
  const points = [
    point('cool', 'low', 30, 40),
    point('cool', 'high', 40, 34),
    point('hot', 'low', 30, 90),
    point('hot', 'high', 41, 84),
  ];
  const curves = entryCurves(
    ['cool', 'hot'].map((entry) => ({ entry, isControl: false })),
    points,
  );
  const statusesAt = (lineDb: number) =>
    rankAtLine(curveEnds(curves, 'last'), { ...RULE, lineDb }).placed.map(({ entry, status }) => [
      entry,
      status,
    ]);
  expect(statusesAt(BEYOND_ALL)).toEqual([
    ['cool', 'ranked'],
    ['hot', 'throttled'],
  ]);
  expect(statusesAt(99)).toEqual([
    ['cool', 'tops-out'],
    ['hot', 'tops-out'],
  ]);
});
