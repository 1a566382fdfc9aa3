import fc from 'fast-check';
import { curveEnds } from '@/core/curves/curveEnds';
import { entryCurves } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/settings/measuredPoint';
import { valueAtLine } from '@/core/curves/valueAtLine';
import { toSeparate } from '@/core/judgement/toSeparate';
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

const NO_SENSORS = { ...withoutSensors(instrumentDoubt(null)), levelDb: 0, sharedLevelDb: 0 };
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

test.each(['airspeed', 'pressure', 'clock', 'score', 'rise', 'gpu-rise'])(
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

test('what is pooled as shares leaves the same share in doubt at every speed; what is pooled as kelvin the same kelvin', () => {
  const points = sweeps(3, 0.02);
  const pooledShares = curvesFor('airspeed', points)[1]!.points.map(
    ({ pooledSpread, value }) => Math.sqrt(pooledSpread.pass.variance) / value,
  );
  const pooledKelvin = curvesFor('rise', points)[1]!.points.map(({ pooledSpread }) =>
    Math.sqrt(pooledSpread.pass.variance),
  );
  for (const [least, most] of [pooledShares, pooledKelvin].map((all) => [Math.min(...all), Math.max(...all)]))
    expect(most! / least!).toBeCloseTo(1, 6);
  // Two passes at each of two mounts: half of one pass's share.
  expect(pooledShares[0]!).toBeGreaterThan(0.006);
  expect(pooledShares[0]!).toBeLessThan(0.015);
});

test('where nothing was repeated the assumed share stands, at every speed', () => {
  const single = sweeps(4, 0.02).filter(({ mount, pass }) => mount === 1 && pass === 1);
  for (const curve of curvesFor('airspeed', single))
    for (const { source, spread, value } of curve.points) {
      expect(source).toBe('assumed');
      expect(Math.sqrt(spread.mount.variance + spread.pass.variance) / value).toBeCloseTo(0.03, 6);
    }
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

const side = (value: number, mountK: number, passK: number, mounts: number, passes: number, otherK = 0) => ({
  ...{ value, shared: 0, mounts, passes },
  doubt: [
    { from: 'mounts' as const, variance: mountK ** 2 / mounts, freedom: Infinity },
    { from: 'passes' as const, variance: passK ** 2 / (mounts * passes), freedom: Infinity },
    { from: 'meter' as const, variance: otherK ** 2, freedom: Infinity },
  ],
});

test('what would separate two: by closed form where mounts alone scatter', () => {
  // |d| > (1.96 + 0.84)·σ·√(2/m), to be told apart four times in five: the smallest m.
  for (const gap of [0.6, 0.8, 1, 1.3, 2]) {
    const wanted = Math.floor((2.8016 * 0.5 * Math.SQRT2) ** 2 / gap ** 2) + 1;
    const found = toSeparate(side(38, 0.5, 0, 1, 1), side(38 + gap, 0.5, 0, 1, 1));
    if (gap > 1.96 * 0.5 * Math.SQRT2)
      expect(found).toMatchObject({ known: false, reason: 'already separated' });
    else expect(found).toMatchObject({ known: true, value: { mounts: wanted, passes: 1, readingsNow: 1 } });
  }
});

test('it takes passes where passes scatter, mounts where mounts do, and never fewer than there are', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 0.8, noNaN: true }),
      fc.double({ min: 0.05, max: 0.8, noNaN: true }),
      fc.double({ min: 0.05, max: 2, noNaN: true }),
      fc.integer({ min: 1, max: 3 }),
      fc.integer({ min: 1, max: 3 }),
      (mountK, passK, gap, mounts, passes) => {
        const found = toSeparate(
          side(38, mountK, passK, mounts, passes),
          side(38 + gap, mountK, passK, mounts, passes),
        );
        if (!found.known) return;
        expect(found.value.mounts).toBeGreaterThanOrEqual(mounts);
        expect(found.value.passes).toBeGreaterThanOrEqual(passes);
        expect(found.value.readings).toBe(found.value.mounts * found.value.passes);
        expect(found.value.readings).toBeGreaterThan(found.value.readingsNow);
        const [m, p] = [found.value.mounts, found.value.passes];
        expect(1.96 * Math.sqrt(2 * (mountK ** 2 / m + passK ** 2 / (m * p)))).toBeLessThan(gap * 1.001);
      },
    ),
  );
  // A meter that is in doubt by more than the gap is not mended by repeating.
  const stubborn = toSeparate(side(38, 0.2, 0.2, 1, 1, 0.5), side(38.3, 0.2, 0.2, 1, 1, 0.5));
  expect(stubborn).toMatchObject({
    known: false,
    reason: 'even 12 mounts of 8 passes would not separate a gap of 0.30',
  });
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
