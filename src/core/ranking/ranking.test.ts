import fc from 'fast-check';
import { seededChance } from '../../../tests/support/chance';
import { entryCurves } from '../curves/entryCurve';
import type { MeasuredPoint } from '../curves/measuredPoint';
import { coolerLevel } from '../levels/coolerLevel';
import { rankAtLine } from './rankAtLine';

const RULE = { lineDb: 33, loadW: 170, referenceAmbientC: 23, limitC: 90 };

function point(
  entry: string,
  setting: string,
  levelDb: number,
  riseK: number,
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
    riseK,
    resistanceKPerW: riseK / 170,
    shortfallK: 0,
    roomDoubtK: 0,
    ...more,
  };
}

function rank(points: MeasuredPoint[], entries = [...new Set(points.map((of) => of.entry))], lineDb = 33) {
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
    point('ranked', 'low', 30, 40), point('ranked', 'high', 40, 34),
    point('loud', 'low', 36, 40), point('loud', 'high', 45, 34),
    point('tops-out', 'low', 25, 44), point('tops-out', 'high', 31, 39),
    point('throttled', 'low', 30, 70), point('throttled', 'high', 36, 66.3),
    point('at-floor', 'low', 22, 45, atFloor), point('at-floor', 'high', 36, 38),
    point('unsettled', 'low', 28, 45, rising), point('unsettled', 'high', 36, 38),
    point('none settled', 'low', 28, 45, rising), point('none settled', 'floor', 22, 48, atFloor),
    point('all at floor', 'low', 22, 45, atFloor),
  ]; // prettier-ignore
  const { placed, notPlaced } = rank(points, [...new Set(points.map((of) => of.entry)), 'no runs']);
  expect(placed.map((of) => [of.entry, of.status, of.place])).toEqual([
    ['ranked', 'ranked', 1],
    ['tops-out', 'tops-out', 2],
    ['throttled', 'throttled', 3],
  ]);
  expect(placed[1]).toMatchObject({ riseK: 39, levelDb: 31 });
  expect(Object.fromEntries(notPlaced.map((of) => [of.entry, of.status]))).toEqual({
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
  const { placed } = rank(points, ['a'], 36);
  expect(placed[0]).toMatchObject({ status: 'ranked', riseK: 36 });
  expect(rank(points, ['a'], 39).placed[0]).toMatchObject({ status: 'tops-out', riseK: 36, levelDb: 38 });
});

test('passes average within a mount, mounts equally, levels by energy', () => {
  const points = [
    point('a', '1', 33, 30, { mount: 1, pass: 1 }),
    point('a', '1', 33, 32, { mount: 1, pass: 2 }),
    point('a', '1', 33, 37, { mount: 2 }),
  ];
  const { placed } = rank(points);
  expect(placed[0]!.riseK).toBeCloseTo(34, 9);
  // Own spread: mounts of 31 and 37 K give s = 4.24 K, so 3 K for their mean; the meter adds nothing on the flat.
  expect(placed[0]!.uncertaintyK).toBeCloseTo(3, 2);
  expect(placed[0]!.spreadSource).toBe('own');
});

test('spread is borrowed from the control, else pooled, else assumed', () => {
  const control = [28, 34, 30, 32].map((riseK, i) =>
    point('control', '1', 33, riseK, { mount: 1 + Math.floor(i / 2), pass: 1 + (i % 2) }),
  );
  const other = point('other', '1', 33, 40);
  const source = (isControl: boolean, points: MeasuredPoint[]) => {
    const entries = ['control', 'other'].map((entry) => ({
      entry,
      isControl: isControl && entry === 'control',
    }));
    return rankAtLine(entryCurves(entries, points), RULE).placed.find((of) => of.entry === 'other')!;
  };
  expect(source(true, [...control, other]).spreadSource).toBe('control');
  expect(source(false, [...control, other]).spreadSource).toBe('round-up');
  expect(source(true, [other])).toMatchObject({ spreadSource: 'assumed', uncertaintyK: 0.5 });
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
        settled.map((of, k) =>
          point(`e${i}`, `${k}`, quiet + 3 * k, base - 2 * k + 0.2 * k * k, { settled: of }),
        ),
      );
      const entries = coolers.map((_, i) => `e${i}`);
      const chance = seededChance(seed);
      const shuffled = <T>(items: T[]) =>
        items
          .map((item) => ({ item, key: chance.uniform() }))
          .sort((a, b) => a.key - b.key)
          .map((of) => of.item);
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
              const riseK = 42 - 2 * k + 0.15 * k * k + ofMount + 0.15 * chance.normal();
              points.push(point(`e${e}`, `${k}`, 28 + 3 * k + 0.1 * chance.normal(), riseK, { mount, pass }));
            }
          }
        }
      }
      if (rank(points).placed.some((of) => of.tieGroup > 1)) split += 1;
    }
    expect(split).toBeLessThanOrEqual(30);
  }
});
