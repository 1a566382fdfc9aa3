import { entryCurves } from '../curves/entryCurve';
import { fieldAt } from '../curves/field';
import type { MeasuredPoint } from '../curves/settings/measuredPoint';
import { valueAtLine } from '../curves/valueAtLine';
import { rankAtLine } from '../ranking/rankAtLine';
import { instrumentDoubt } from '../rig/instrumentDoubt';
import { studentizedRange } from '@/core/statistics/distributions/studentizedRange';
import { criticalDifference, toldInFourOfFive } from './criticalDifference';
import { entryVariance } from './spreads/entryVariance';
import { interval95 } from './interval95';
import { mountNumbers } from './spreads/mountNumbers';
import { rangeOf } from './rangeOf';
import { rigSpread } from './spreads/rigSpread';
import { standsOut } from './standsOut';

/** Γ by Stirling's series, pushed up first. */
function gamma(x: number): number {
  if (x < 12) return gamma(x + 1) / x;
  return Math.sqrt((2 * Math.PI) / x) * (x / Math.E) ** x * (1 + 1 / (12 * x) + 1 / (288 * x * x));
}

/** Student's t by Simpson's rule on its density: another way to the same. */
function tailOfT(t: number, freedom: number): number {
  const density = (x: number) => (1 + (x * x) / freedom) ** (-(freedom + 1) / 2);
  const h = t / 20000;
  let sum = density(0) + density(t);
  for (let i = 1; i < 20000; i += 1) sum += (i % 2 ? 4 : 2) * density(i * h);
  const whole = (Math.sqrt(Math.PI * freedom) * gamma(freedom / 2)) / gamma((freedom + 1) / 2);
  return 0.5 - (sum * h) / 3 / whole;
}

test('Student’s t by its published table, and between its rows', () => {
  const table = [
    ...[
      [1, 12.706],
      [2, 4.303],
      [3, 3.182],
      [5, 2.571],
    ],
    ...[
      [10, 2.228],
      [30, 2.042],
      [Infinity, 1.96],
    ],
  ] as const;
  for (const [freedom, t] of table) expect(interval95(1, freedom!) / t!).toBeCloseTo(1, 3);
  for (const freedom of [1.2, 1.7, 2.2, 2.9, 3.4, 6.5, 13, 45])
    expect(tailOfT(interval95(1, freedom), freedom)).toBeCloseTo(0.025, 4);
});

/** The worked example of DOUBT 4: by entry and mount, level and rise at two settings. */
const BY_HAND: Record<string, [number, number][][]> = {
  A: [
    [
      [30, 36],
      [36, 33],
    ],
    [
      [30.4, 36.6],
      [36, 33.5],
    ],
  ],
  B: [
    [
      [30, 38.2],
      [36, 35],
    ],
    [
      [30, 37.6],
      [36, 34.4],
    ],
  ],
  C: [
    [
      [30, 39],
      [36, 36],
    ],
    [
      [30, 39.2],
      [36, 36.4],
    ],
  ],
};
const FLOOR_DB = 20;

function pointsOf(read: typeof BY_HAND): MeasuredPoint[] {
  return Object.entries(read).flatMap(([entry, mounts]) =>
    mounts.flatMap((settings, m) =>
      settings.map(([levelDb, value], s) => ({
        ...{ run: `${entry}${m}${s}`, entry, mount: m + 1, pass: 1, setting: String(s), value },
        level: {
          levelDb,
          standing: 'good' as const,
          overFloorDb: 10 * Math.log10(10 ** (levelDb / 10) + 10 ** (FLOOR_DB / 10)) - FLOOR_DB,
          errorGain: 1,
        },
        ...{ settled: true, resistanceKPerW: value / 150, shortfall: 0, roomDoubtK: 0 },
      })),
    ),
  );
}
const RULE = { lineDb: 33, loadW: 150, program: false, referenceAmbientC: 23, limitC: 200 };
const ENTRIES = ['A', 'B', 'C'].map((entry) => ({ entry }));

test('DOUBT 4, by hand: every intermediate of three coolers with two mounts at two settings', () => {
  const curves = entryCurves(ENTRIES, pointsOf(BY_HAND));
  const { rig, doubts, pass } = fieldAt(curves[0]!.field, 33);
  const placed = curves.map((curve) => {
    const found = valueAtLine(curve, 33);
    if (!found.placed) throw new Error(found.reason);
    return found;
  });
  const term = (i: number, from: string) =>
    Math.sqrt(placed[i]!.doubt.find((other) => other.from === from)?.variance ?? 0);
  // a, b
  [34.829, 36.3, 37.65].forEach((value, i) => expect(placed[i]!.value).toBeCloseTo(value, 3));
  [-0.5263, -0.5333, -0.4833].forEach((slope, i) => expect(placed[i]!.slope).toBeCloseTo(slope, 4));
  // c, d: by the weights and carried readings that stand there.
  const numbers = mountNumbers([
    {
      weight: 0.5176,
      cells: [
        { mount: 1, value: [35.895] },
        { mount: 2, value: [36.705] },
      ],
    },
    {
      weight: 0.4824,
      cells: [
        { mount: 1, value: [33] },
        { mount: 2, value: [33.5] },
      ],
    },
  ]);
  expect(numbers.numbers[0]!.value).toBeCloseTo(-0.3302, 3);
  expect(numbers.variance).toBeCloseTo(0.2183, 3);
  expect(numbers.share).toBeCloseTo(0.5, 9);
  expect(pass).toEqual({ variance: 0, freedom: 0 });
  // e
  expect(rig).toMatchObject({ freedom: 3, knownWith: 6, earlier: 0, variance: expect.closeTo(0.1989, 4) });
  // f
  [0.1011, 0.0979, 0.0866].forEach((variance, i) => {
    const { spread } = doubts.get(ENTRIES[i]!.entry)!;
    expect(spread.variance).toBeCloseTo(variance, 4);
    expect(spread.own).toBeCloseTo(1 / 6, 9);
    expect(1 / (spread.own + spread.shared)).toBeCloseTo(3.27, 2);
  });
  // g
  expect(term(0, 'interpolation')).toBeCloseTo(0.0637, 4);
  expect(term(0, 'floor')).toBeCloseTo(0.0132, 4);
  expect(term(0, 'step')).toBeCloseTo(0.0408, 4);
  // h
  [0.977, 0.964, 0.906].forEach((half, i) => expect(placed[i]!.uncertainty * 1.96).toBeCloseTo(half, 2));
  // i
  expect(criticalDifference(placed[0]!, placed[1]!, 3)).toBeCloseTo(1.533, 2);
  expect(criticalDifference(placed[0]!, placed[2]!, 3)).toBeCloseTo(1.491, 2);
  expect(criticalDifference(placed[1]!, placed[2]!, 3)).toBeCloseTo(1.48, 2);
  const ranking = rankAtLine(curves, RULE);
  expect(ranking.placed.map(({ entry, placeFrom, placeTo }) => [entry, placeFrom, placeTo])).toEqual([
    ['A', 1, 2],
    ['B', 1, 3],
    ['C', 2, 3],
  ]);
});

test('whoever is looked at alone keeps the doubt that all gave; the order of entries moves nothing', () => {
  const curves = entryCurves(ENTRIES, pointsOf(BY_HAND));
  const turned = entryCurves([...ENTRIES].reverse(), pointsOf(BY_HAND)).reverse();
  const [one] = rankAtLine(curves.slice(0, 1), RULE).placed;
  const all = rankAtLine(curves, RULE).placed;
  expect(one!.interval95).toBe(all[0]!.interval95);
  expect(rankAtLine(turned, RULE)).toEqual(rankAtLine(curves, RULE));
});

test('the rig’s spread is filled up by what is assumed below six remounts, and its history counts as more entries', () => {
  const mounted = { mounts: 2, variance: 0.04, passes: 0.01 };
  expect(rigSpread([{ mounts: 1, variance: null, passes: 0 }], 0.5, null)).toBeNull();
  expect(rigSpread([mounted], 0.5, null)!.variance).toBeCloseTo((5 * 0.25 + 0.03) / 6, 9);
  const history = { freedom: 40, variance: 0.16 };
  expect(rigSpread([mounted], 0.5, history)).toMatchObject({
    ...{ freedom: 41, earlier: 40, knownWith: 41 },
    variance: expect.closeTo((40 * 0.16 + 0.03) / 41, 9),
  });
  // Mounted once among remounted: the rig's, known as well as one product's mount is another's.
  const once = entryVariance({ mounts: 1, variance: null, passes: 0.02 }, { variance: 0.2, knownWith: 6 }, 9);
  expect(once.variance).toBeCloseTo(0.22, 9);
  expect(1 / (once.own + once.shared)).toBeCloseTo(2.727, 3);
  // Nothing anywhere: what is assumed, with eight degrees of freedom, all of them shared.
  expect(entryVariance({ mounts: 1, variance: null, passes: 0 }, null, 0.25)).toEqual({
    ...{ variance: 0.25, own: 0, shared: 1 / 8 },
  });
});

test('missing cells: what a mount shares with another tells its number, or where it shares too little the plain mean', () => {
  const read = (weight: number, ...of: [number, number][]) => ({
    weight,
    cells: of.map(([mount, value]) => ({ mount, value: [value] })),
  });
  const { numbers, share, mounts } = mountNumbers([
    read(0.6, [1, 40], [2, 41]),
    read(0.4, [1, 38], [2, 38.4], [3, 38.8]),
  ]);
  expect(mounts).toBe(3);
  expect(numbers.map(({ value }) => value)).toEqual([
    expect.closeTo(-0.46, 9),
    expect.closeTo(0.3, 9),
    // Its Σw is 0.4: not half.
    expect.closeTo(0.4, 9),
  ]);
  const parts = [0.3 + 0.4 / 3, 0.3 + 0.4 / 3, 0.4 / 3];
  expect(share).toBeCloseTo(
    parts.reduce((sum, part) => sum + part ** 2, 0),
    9,
  );
  // Never together at a setting: mounted twice, and no number of it.
  expect(mountNumbers([read(0.5, [1, 40]), read(0.5, [2, 38])])).toMatchObject({
    variance: null,
    share: 0.5,
  });
});

test('a product whose mounts scatter more than the others’ is named, and equal ones are not', () => {
  const equal = [0.2, 0.15, 0.18, 0.1, 0.22].map((variance) => ({ mounts: 3, variance, passes: 0.01 }));
  expect(standsOut(equal, null)).toEqual([]);
  expect(standsOut([...equal, { mounts: 3, variance: 4, passes: 0.01 }], null)).toEqual([5]);
  expect(standsOut([{ mounts: 2, variance: 4, passes: 0 }], { freedom: 40, variance: 0.16 })).toEqual([0]);
});

test('what is sure adds to a critical difference, and a common meter counts as far as slopes differ', () => {
  const of = (shared: number, ...doubt: MeasuredTerm[]) => ({ value: 0, doubt, shared });
  type MeasuredTerm = { from: 'mounts' | 'step'; variance: number; freedom: number };
  const step = { from: 'step' as const, variance: 0.04, freedom: Infinity };
  expect(criticalDifference(of(0, step), of(0, step))).toBeCloseTo(1.96 * Math.sqrt(0.08), 4);
  expect(criticalDifference(of(0.3), of(0.3))).toBe(0);
  expect(criticalDifference(of(0.3), of(-0.1), 6)).toBeCloseTo(
    (studentizedRange(0.95, 6, Infinity) / Math.SQRT2) * 0.4,
    9,
  );
  // With nothing found, four of five are told at 1.96 + 0.84 standard deviations.
  expect(toldInFourOfFive(of(1), of(0)) / (1.96 + 0.8416)).toBeCloseTo(1, 3);
});

test('the studentized range as it is looked up is that of the tables, whatever the freedom and the count', () => {
  for (const count of [2, 6, 24, 60])
    for (const freedom of [1, 2.73, 3.27, 4.5, 7.1, 12.3, 41, 399, 5000, Infinity])
      expect(rangeOf(count)(freedom) / studentizedRange(0.95, count, freedom)).toBeCloseTo(1, 4);
});

test('two identical typed passes do not make a sure ranking: what remounting does is assumed', () => {
  const once = pointsOf({ A: [BY_HAND.A![0]!], B: [BY_HAND.A![0]!.map(([db, k]) => [db, k + 0.1])] });
  const points = [1, 2].flatMap((pass) =>
    once.map((point) => ({ ...point, pass, run: `${point.run} ${pass}` })),
  );
  const { placed } = rankAtLine(entryCurves(ENTRIES.slice(0, 2), points), RULE);
  expect(placed.map(({ placeFrom, placeTo }) => [placeFrom, placeTo])).toEqual([
    [1, 2],
    [1, 2],
  ]);
  for (const { interval95: half, spreadSource } of placed) {
    expect(spreadSource).toBe('assumed');
    expect(half).toBeGreaterThan(1.15);
  }
});

test('what was still to come, a typed room and coarse steps add in quadrature, and move no value', () => {
  const points = pointsOf(BY_HAND);
  const at = (of: MeasuredPoint[], instruments = instrumentDoubt(null)) => {
    const found = valueAtLine(entryCurves(ENTRIES, of, instruments)[0]!, 33);
    if (!found.placed) throw new Error(found.reason);
    return found;
  };
  const plain = at(points);
  const added = (other: typeof plain) => {
    expect(other.value).toBe(plain.value);
    return other.uncertainty ** 2 - plain.uncertainty ** 2;
  };
  expect(added(at(points.map((point) => ({ ...point, shortfall: 0.6 }))))).toBeCloseTo(0.12, 5);
  expect(added(at(points.map((point) => ({ ...point, roomDoubtK: 1 }))))).toBeCloseTo((1 / 1.96) ** 2, 4);
  const coarse = { ...instrumentDoubt(null), stepK: 0.3 };
  expect(added(at(points, coarse))).toBeCloseTo(0.09 - 0.02 / 12, 4);
});
