import fc from 'fast-check';
import { mean } from '@/core/statistics/mean';
import { sampleVariance } from '@/core/statistics/sampleVariance';
import { halfWidth } from '@/core/uncertainty/doubt';
import { repeatsSpread, type RepeatedSetting } from '@/core/uncertainty/spreads/repeatsSpread';
import { varianceComponents } from '@/core/statistics/varianceComponents';
import { seededChance } from '../support/chance';
import { valueOf } from '../support/outcome';

/** An entry's sweep from its readings: mount → setting → passes. */
function sweep(readings: readonly (readonly (readonly number[])[])[]): RepeatedSetting[] {
  return readings[0]!.map((_, setting) => ({
    cells: readings.map((mount, i) => ({ mount: i + 1, value: mount[setting]! })),
  }));
}

test('a mount that shifts a whole sweep counts once, not once a setting, and what settings differ by moves nothing', () => {
  // Two mounts 1 K apart at four settings: one degree of freedom, variance ½ · 1², and no pass repeated.
  const apart = (more: number) => [
    [40, 36 + more, 33, 31].map((value) => [value]),
    [41, 37 + more, 34, 32].map((value) => [value]),
  ];
  for (const more of [0, 7])
    expect(repeatsSpread([sweep(apart(more))])).toEqual({ pass: null, mount: { variance: 0.5, freedom: 1 } });
});

test('passes by hand: about the mean of their cell, pooled; nothing repeated says nothing', () => {
  const passes = [
    [40, 40.4],
    [38, 38.2, 38.4],
  ];
  const { pass, mount } = repeatsSpread([passes.map((value) => ({ cells: [{ mount: 1, value }] }))]);
  expect(mount).toBeNull();
  expect(pass!.freedom).toBe(3);
  expect(pass!.variance).toBeCloseTo((0.08 + 0.08) / 3, 9);
  expect(repeatsSpread([sweep([[[40], [35]]])])).toEqual({ pass: null, mount: null });
  expect(sampleVariance([1, 3])).toBe(2);
});

test('many simulated round-ups: σ of mounts and of passes come out as they went in', () => {
  const gauss = seededChance(41).normal;
  const round = (sigmaMountK: number, sigmaPassK: number) =>
    repeatsSpread(
      Array.from({ length: 8 }, () =>
        sweep(
          Array.from({ length: 3 }, () => {
            const mountK = sigmaMountK * gauss();
            return Array.from({ length: 3 }, (_, setting) =>
              Array.from({ length: 2 }, () => 45 - 4 * setting + mountK + sigmaPassK * gauss()),
            );
          }),
        ),
      ),
    );
  for (const [sigmaMountK, sigmaPassK] of [
    [0.6, 0.2],
    [0.3, 0.5],
  ] as const) {
    const all = Array.from({ length: 200 }, () => round(sigmaMountK, sigmaPassK));
    expect(Math.sqrt(mean(all.map(({ pass }) => pass!.variance)))).toBeCloseTo(sigmaPassK, 1);
    expect(Math.abs(Math.sqrt(mean(all.map(({ mount }) => mount!.variance))) - sigmaMountK)).toBeLessThan(
      0.05,
    );
    expect(all[0]!.mount!.freedom).toBe(16);
  }
});

test('a half-width: Student’s t for one term, each term with its own freedom, never made surer by another', () => {
  const term = (variance: number, freedom: number) => ({ from: 'mounts' as const, variance, freedom });
  // t(0.975) of the tables: 12.706, 2.571, 1.960.
  expect(halfWidth([term(1, 1)])).toBeCloseTo(12.706, 1);
  expect(halfWidth([term(1, 5)])).toBeCloseTo(2.571, 2);
  expect(halfWidth([term(1, Infinity)])).toBeCloseTo(1.96, 2);
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 4, noNaN: true }),
      fc.integer({ min: 1, max: 40 }),
      fc.double({ min: 0.01, max: 4, noNaN: true }),
      (a, freedom, b) => {
        const alone = halfWidth([term(a, freedom)]);
        const both = halfWidth([term(a, freedom), term(b, 1000)]);
        expect(both).toBeGreaterThan(alone);
        expect(both).toBeLessThanOrEqual(alone + halfWidth([term(b, 1000)]) + 1e-9);
      },
    ),
    { numRuns: 30 },
  );
  expect(() => halfWidth([term(-1, 1)])).toThrow(RangeError);
});

test('by another way: restricted maximum likelihood finds the same of a balanced table', () => {
  for (let seed = 1; seed <= 5; seed += 1) {
    const chance = seededChance(seed);
    const read = Array.from({ length: 8 }, (_, entry) =>
      Array.from({ length: 3 }, () => {
        const mountK = 0.6 * chance.normal();
        return Array.from({ length: 2 }, () => 40 + entry + mountK + 0.2 * chance.normal());
      }),
    );
    const { mount, pass } = repeatsSpread(read.map((mounts) => sweep(mounts.map((passes) => [passes]))));
    const told = varianceComponents(
      read.flatMap((mounts, entry) =>
        mounts.flatMap((passes, m) =>
          passes.map((value) => ({ value, cell: String(entry), groups: { mounts: `${entry} ${m}` } })),
        ),
      ),
      ['mounts'],
    );
    const sdOf = (source: string) => valueOf(told).find((part) => part.source === source)!.sd;
    expect(Math.sqrt(mount!.variance)).toBeCloseTo(sdOf('mounts'), 2);
    expect(Math.sqrt(pass!.variance)).toBeCloseTo(sdOf('readings'), 2);
  }
});
