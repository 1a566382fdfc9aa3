import fc from 'fast-check';
import { bridgedValue, bridgeOf, type Bridge, type SharedPoint } from '@/core/bridge/bridge';
import {
  allBridgedAt,
  bridgedAt,
  bridgedCurve,
  bridgeWords,
  NO_BRIDGES,
  type Carried,
  type KeptBridged,
} from '@/core/bridge/carried';
import { entryCurves } from '@/core/curves/entryCurve';
import { valueAtLine } from '@/core/curves/valueAtLine';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { reasonOf, valueOf } from '../support/outcome';

/** Three entries at three settings on both rigs, exactly on a line. */
function bridge(slope: number, intercept: number, u = 0.1): Bridge {
  const shared: SharedPoint[] = [38, 44, 50].flatMap((riseK, i) =>
    [1, 1.15, 1.3].map((share) => ({
      ...{ entry: `e${i}`, point: String(share), ux: u, uy: u },
      ...{ x: riseK * share, y: intercept + slope * riseK * share },
    })),
  );
  return valueOf(bridgeOf(shared));
}

/** A sweep of an entry, quietest last, each setting at one pass. */
const sweep = (entry: string, rises: readonly number[]) =>
  rises.map((value, i) => ({
    ...{ run: `${entry}${i}`, entry, mount: 1, pass: 1, setting: `${100 - 20 * i} %`, settled: true, value },
    ...{ resistanceKPerW: value / 170, shortfall: 0, roomDoubtK: 0, level: coolerLevel(38 - 4 * i, 20) },
  }));
const curvesOf = (sweeps: Record<string, number[]>) =>
  entryCurves(
    Object.keys(sweeps).map((entry) => ({ entry, isControl: false })),
    Object.entries(sweeps).flatMap(([entry, rises]) => sweep(entry, rises)),
  );
const carried = (slope: number, intercept: number, sweeps: Record<string, number[]>): Carried => ({
  ...{ from: 'Cellar, revision 1', bridge: bridge(slope, intercept), curves: curvesOf(sweeps) },
});
const named = (entry: string) => entry.toUpperCase();

test('what is carried over at a line is the line’s value there by the bridge, with more doubt than it had', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.7, max: 1.3, noNaN: true }),
      fc.double({ min: -5, max: 5, noNaN: true }),
      fc.double({ min: 31, max: 37, noNaN: true }),
      (slope, intercept, lineDb) => {
        const source = carried(slope, intercept, { a: [42, 46, 52] });
        const there = valueAtLine(source.curves[0]!, lineDb);
        if (!there.placed) throw new Error('it is placed there');
        const [row] = bridgedAt(source, named, lineDb).rows;
        expect(row).toMatchObject({ entry: 'a', product: 'A', from: 'Cellar, revision 1' });
        expect(row!.there).toBeCloseTo(there.value, 9);
        expect(row!.value).toBeCloseTo(intercept + slope * there.value, 4);
        expect(row!.interval95).toBeGreaterThan(NORMAL_95 * slope * there.uncertainty * 0.999);
      },
    ),
    { numRuns: 60 },
  );
});

test('best first; who has no value at the line, or stands beyond what both rigs have, is refused with the reason', () => {
  const source = carried(1, -2, { slow: [52, 56, 60], quick: [41, 44, 49], hot: [90, 96, 99] });
  const { rows, refused } = bridgedAt(source, named, 34);
  expect(rows.map(({ entry }) => entry)).toEqual(['quick', 'slow']);
  expect(refused).toMatchObject([
    { product: 'HOT', reason: expect.stringContaining('outside of what both') },
  ]);
  const quiet = bridgedAt(source, named, 25);
  expect(quiet.rows).toEqual([]);
  expect(quiet.refused.map(({ reason }) => reason)).toEqual(
    Array(3).fill('its quietest setting is 29.5 dB(A)'),
  );
});

test('a curve is drawn setting by setting, where the bridge reaches, and names no run of this rig', () => {
  const [curve] = curvesOf({ a: [43, 47, 80] });
  const drawn = bridgedCurve(bridge(0.9, 3), curve!);
  expect(drawn.points.map(({ setting }) => setting)).toEqual(['80 %', '100 %']);
  for (const point of drawn.points) {
    const was = curve!.points.find(({ setting }) => setting === point.setting)!;
    const over = valueOf(bridgedValue(bridge(0.9, 3), was.value, was.interval95 / NORMAL_95));
    expect(point).toMatchObject({
      ...over,
      at: was.at,
      levelDb: was.levelDb,
      runs: [],
      resistanceKPerW: null,
    });
  }
  expect(drawn.leftOut).toEqual([]);
});

test('what came with a bundle stands at its own line, and gives way to what the lab makes itself', () => {
  const row = (entry: string, lineDb: number, value: number): KeptBridged => ({
    ...{ entry, lineDb, value, interval95: 1, there: 50, levelDb: lineDb, from: 'Far rig', by: '' },
    ...{ loadW: 170, loadName: '', gpuLoadW: 0 },
  });
  const kept = [row('a', 34, 99), row('b', 34, 30), row('b', 36, 28)];
  const broken = [{ from: 'Old rig', reason: 'two points' }];
  const told = allBridgedAt({ carried: [carried(1, 0, { a: [42, 46, 52] })], kept, broken }, named, 34.02);
  expect(told.rows.map(({ entry, from }) => [entry, from])).toEqual([
    ['b', 'Far rig'],
    ['a', 'Cellar, revision 1'],
  ]);
  expect(told.broken).toBe(broken);
  expect(allBridgedAt({ ...NO_BRIDGES, kept }, named, 35).rows).toEqual([]);
});

test('a bridge in words has its line, and how much it stands on', () => {
  expect(bridgeWords(bridge(0.95, -2))).toBe('here = −2.00 + 0.950 × there, K, by 9 points of 3 entries');
});

test('a value that is none is misuse, one without a bridge a reason', () => {
  expect(() => bridgedValue(bridge(1, 0), Number.NaN, 0.1)).toThrow('bridgedValue');
  expect(() => bridgedValue(bridge(1, 0), 45, -1)).toThrow('bridgedValue');
  expect(reasonOf(bridgedValue(bridge(1, 0), 80, 0.1))).toMatch(/^80\.0 lies outside/);
});
