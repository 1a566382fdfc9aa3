import fc from 'fast-check';
import { curveEnds } from '@/core/curves/shown/curveEnds';
import { entryCurves } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/settings/measuredPoint';
import { valueAtLine } from '@/core/curves/valueAtLine';
import { toSeparate } from '@/core/judgement/pairs/toSeparate';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { known, unknown } from '@/core/outcome';
import { dieValue, reductionFrom } from '@/core/reduction/dieValue';
import { noResult } from '@/core/reduction/noResult';
import type { Reduction } from '@/core/reduction/reduceTrace';
import type { LabRun } from '@/core/runs/labRun';
import { rankedRun } from '@/lab/model/roundUpOfLab';
import { curveRule, responseOf } from '@/core/responses/responses';
import { instrumentDoubt, withoutSensors } from '@/core/rig/instrumentDoubt';
import { seededChance } from '@/core/statistics/chance';
import { toldInFourOfFive } from '@/core/uncertainty/criticalDifference';
import { mountTerm, sureTerm } from '@/core/uncertainty/doubt';
import { knownAfter } from '@/core/uncertainty/spreads/knownAfter';

const NO_SENSORS = { ...withoutSensors(instrumentDoubt(null)), sharedLevelDb: 0 };
const ENTRIES = ['a', 'b', 'c'].map((entry) => ({ entry, isControl: entry === 'a' }));

/** Three entries with two mounts and two passes at four settings; values scatter by a share of themselves. */
function sweeps(seed: number, share: number): MeasuredPoint[] {
  const chance = seededChance(seed);
  return ENTRIES.flatMap(({ entry }, e) =>
    [1, 2].flatMap((mount) =>
      [600, 900, 1200, 1500].flatMap((rpm, s) =>
        [1, 2].map((pass): MeasuredPoint => ({
          ...{ run: `${entry}${mount}${rpm}${pass}`, entry, mount, pass, setting: `${rpm}`, rpm },
          ...{ level: coolerLevel(26 + 4 * s, -20), settled: true, resistanceKPerW: null },
          ...{ shortfall: 0, roomDoubtK: 0, dutyPct: rpm / 15 },
          value: 0.002 * rpm * (1 + 0.05 * e) * (1 + share * chance.normal()),
        })),
      ),
    ),
  );
}

const scaledBy = (points: readonly MeasuredPoint[], factor: number) =>
  points.map((point) => ({ ...point, value: point.value * factor }));

const curvesFor = (id: string, points: readonly MeasuredPoint[]) =>
  entryCurves(ENTRIES, points, NO_SENSORS, curveRule(responseOf(id)!, 'noise'));

test.each(['airspeed', 'pressure', 'clock', 'score'])(
  '%s in another unit: values and intervals go with the unit, and nothing else moves',
  (id) => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 999 }),
        fc.double({ min: 0.01, max: 200, noNaN: true }),
        (seed, factor) => {
          const points = sweeps(seed, 0.02);
          const [own, other] = [curvesFor(id, points), curvesFor(id, scaledBy(points, factor))];
          own.forEach((curve, i) => {
            const [one, two] = [valueAtLine(curve, 33), valueAtLine(other[i]!, 33)];
            if (!one.placed || !two.placed) throw new Error('not placed');
            expect(two.value / one.value).toBeCloseTo(factor, 6);
            expect(two.uncertainty / one.uncertainty).toBeCloseTo(factor, 6);
            expect(two.spreadSource).toBe(one.spreadSource);
          });
        },
      ),
      { numRuns: 20 },
    );
  },
);

test('what is compared as shares leaves the same share in doubt at every speed', () => {
  const shares = (id: string) =>
    curvesFor(id, sweeps(3, 0.02))[1]!.points.map(({ spread, value }) => Math.sqrt(spread.passes) / value);
  const [least, most] = [Math.min(...shares('airspeed')), Math.max(...shares('airspeed'))];
  expect(most / least).toBeCloseTo(1, 6);
  // Two passes at each of two mounts: half of one pass's share.
  expect(least).toBeGreaterThan(0.006);
  expect(least).toBeLessThan(0.015);
});

test('where nothing was repeated the assumed share stands, at every speed', () => {
  const single = sweeps(4, 0.02).filter(({ mount, pass }) => mount === 1 && pass === 1);
  for (const curve of curvesFor('airspeed', single))
    for (const { spread, value } of curve.points)
      expect(Math.sqrt(spread.mounts + spread.passes) / value).toBeCloseTo(0.03, 6);
});

test('ends of curves: the quietest or the fastest alone, judged whatever it is, and none of an empty one', () => {
  const curves = entryCurves(
    [...ENTRIES, { entry: 'nobody', isControl: false }],
    sweeps(5, 0),
    NO_SENSORS,
    curveRule(responseOf('airspeed')!, 'noise'),
  );
  const first = curveEnds(curves, 'first');
  const last = curveEnds(curves, 'last');
  expect(first.map(({ points }) => points.map(({ setting }) => setting))).toEqual([
    ['600'],
    ['600'],
    ['600'],
    [],
  ]);
  expect(last.map(({ points }) => points.map(({ setting }) => setting))).toEqual([
    ['1500'],
    ['1500'],
    ['1500'],
    [],
  ]);
  // A fan that is louder and no better at its fastest still stands by it.
  const worse = sweeps(5, 0).map((point) => (point.rpm === 1500 ? { ...point, value: 1 } : point));
  const [end] = curveEnds(curvesFor('airspeed', worse), 'last');
  expect(end!.points).toMatchObject([{ setting: '1500', judged: true, value: 1 }]);
  // The curves that came in are as they were.
  expect(curves[0]!.points).toHaveLength(4);
});

const figure = fc.double({ min: 0.01, max: 120, noNaN: true });
const LOAD_W = 80;
const reductions: fc.Arbitrary<Reduction> = fc
  .record({
    settled: fc.boolean(),
    window: fc.option(fc.record({ startS: figure, endS: figure })),
    cpuMeanC: figure,
    cpuMaxC: fc.oneof(figure, fc.constant(Number.NaN)),
    ambientMeanC: figure,
    ambientSource: fc.constantFrom('probe' as const, 'typed' as const),
    powerMeanW: fc.oneof(figure, fc.constant(0)),
    powerSource: fc.constantFrom('measured' as const, 'nominal' as const, 'wall' as const),
    measuredRiseK: figure,
    maximumRiseK: fc.oneof(figure, fc.constant(Number.NaN)),
    riseK: figure,
    heatLimited: fc.boolean(),
    heatLimitedShare: fc.double({ min: 0, max: 1, noNaN: true }),
    slope: fc.option(fc.double({ min: -3, max: 3, noNaN: true })),
    shortfallK: figure,
    runningAway: fc.boolean(),
    roomMovedK: figure,
    levelMovedDb: figure,
    powerMovedShare: figure,
    stepUK: figure,
  })
  .map(({ slope, ...rest }) => ({
    ...rest,
    unsettledReason: rest.settled ? '' : 'still rising',
    tooShort: '',
    hasDie: true,
    resistanceKPerW:
      rest.powerSource === 'wall'
        ? rest.heatLimited
          ? unknown(
              'held at the limit, and the power was read at the wall: the watts of the die are not known',
            )
          : known(rest.measuredRiseK / LOAD_W)
        : rest.powerMeanW > 0
          ? known(rest.measuredRiseK / rest.powerMeanW)
          : unknown('no power flowed'),
    slopeKPerMin: slope === null ? unknown('no slope') : known(slope),
    fit: unknown('too short'),
  }));

test('a die’s reduction goes into the value table and comes back the same, missing figures and all', () => {
  fc.assert(
    fc.property(reductions, (reduction) => {
      const { window, ambientMeanC, ambientSource, powerMeanW, powerSource } = reduction;
      const { roomMovedK, levelMovedDb, powerMovedShare } = reduction;
      const shared = {
        ...{ window, ambientMeanC, ambientSource, powerMeanW, powerSource },
        ...{ roomMovedK, levelMovedDb, powerMovedShare },
      };
      const value = dieValue(reduction);
      expect(reductionFrom(shared, LOAD_W, { ...value, sensor: value.sensor! })).toEqual(reduction);
      // A missing figure is null where it is kept, and never nought.
      expect(value.sensor!.readingMaximum === null).toBe(Number.isNaN(reduction.cpuMaxC));
      expect(value.sensor!.maximum === null).toBe(Number.isNaN(reduction.maximumRiseK));
    }),
  );
});

/** A value with its mounts and passes, drawn from five degrees of freedom and a rig that is known by twenty remounts. */
const side = (value: number, mountK: number, passK: number, mounts: number, passes: number, otherK = 0) => {
  const ofPasses = passK ** 2 / (mounts * passes);
  const spread = { variance: mountK ** 2 / mounts + ofPasses, own: 1 / (4 + mounts) };
  return {
    ...{ value, shared: 0, mounts, passes },
    doubt: [
      mountTerm({ ...spread, shared: (5 * spread.own) / 20 }, ofPasses),
      sureTerm('interpolation', otherK),
    ],
  };
};
type Side = ReturnType<typeof side>;
/** The same as they are expected to be after so many mounts and passes. */
const after = (one: Side, mounts: number, passes: number): Side => ({
  ...one,
  doubt: one.doubt.map((term) => (term.from === 'mounts' ? knownAfter(term, one, { mounts, passes }) : term)),
});

test('what would separate two does so four times in five, with the fewest readings, where mounts or passes scatter', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 0.8, noNaN: true }),
      fc.double({ min: 0.05, max: 0.8, noNaN: true }),
      fc.double({ min: 0.05, max: 2, noNaN: true }),
      fc.integer({ min: 1, max: 3 }),
      fc.integer({ min: 1, max: 3 }),
      (mountK, passK, gap, mounts, passes) => {
        const [one, other] = [
          side(38, mountK, passK, mounts, passes),
          side(38 + gap, mountK, passK, mounts, passes),
        ];
        const found = toSeparate(one, other);
        if (!found.known) return;
        const needed = (m: number, p: number) => toldInFourOfFive(after(one, m, p), after(other, m, p));
        const { mounts: m, passes: p, readings, readingsNow } = found.value;
        expect(m >= mounts && p >= passes && readings === m * p && readings > readingsNow).toBe(true);
        expect(needed(m, p)).toBeLessThan(gap);
        if (m > mounts) expect(needed(m - 1, p)).toBeGreaterThanOrEqual(gap);
        if (p > passes) expect(needed(m, p - 1)).toBeGreaterThanOrEqual(gap);
      },
    ),
  );
  expect(toSeparate(side(38, 0.5, 0, 1, 1), side(41, 0.5, 0, 1, 1))).toMatchObject({
    ...{ known: false, reason: 'already separated' },
  });
  // A curve that is in doubt by more than the gap is not mended by repeating.
  const stubborn = toSeparate(side(38, 0.2, 0.2, 1, 1, 0.5), side(38.3, 0.2, 0.2, 1, 1, 0.5));
  expect(stubborn).toMatchObject({
    known: false,
    reason: 'even 12 mounts of 8 passes would not separate a gap of 0.30',
  });
});

test('what is expected after more mounts: the same spread over more of them, known with the freedom that it will have', () => {
  const [term] = side(38, 0.5, 0.3, 1, 2).doubt;
  expect(knownAfter(term!, { mounts: 1, passes: 2 }, { mounts: 1, passes: 2 })).toEqual(term);
  const four = knownAfter(term!, { mounts: 1, passes: 2 }, { mounts: 4, passes: 2 });
  expect(four.variance).toBeCloseTo(term!.variance / 4, 9);
  expect(1 / four.freedom).toBeCloseTo(1 / 8 + 5 / 8 / 26, 9);
  const assumed = mountTerm({ variance: 0.25, own: 0, shared: 1 / 8 }, 0);
  const two = knownAfter(assumed, { mounts: 1, passes: 1 }, { mounts: 2, passes: 1 });
  expect(two).toMatchObject({ variance: 0.125, freedom: expect.closeTo(1 / (1 / 6 + 5 / 36), 6) });
});

test('what both share through their slopes separates them by as much as those differ, sign and all', () => {
  const lying = (value: number, shared: number) => ({ ...side(value, 0.3, 0, 1, 1), shared });
  const alike = toSeparate(lying(38, -0.5), lying(38.7, -0.5));
  expect(alike).toEqual(toSeparate(lying(38, 0), lying(38.7, 0)));
  expect(alike.known).toBe(true);
  // Slopes of two signs: no mount takes away what the meter does to both.
  expect(toSeparate(lying(38, 0.5), lying(38.7, -0.5))).toMatchObject({ known: false });
});

test('a typed room leaves its doubt in the point of a run', () => {
  const run = { id: 1, reduction: noResult(''), ambientDoubtK: 0.7 } as unknown as LabRun;
  expect(rankedRun(run).roomDoubtK).toBe(0.7);
  expect(rankedRun({ ...run, ambientDoubtK: null } as LabRun).roomDoubtK).toBe(0);
});
