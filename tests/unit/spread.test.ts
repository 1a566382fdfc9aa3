import fc from 'fast-check';
import { rigSpread, sampleVariance, type SpreadSetting } from '@/core/uncertainty/rigSpread';
import { halfWidth, standardUncertainty } from '@/core/uncertainty/doubt';
import { mean } from '@/core/statistics/mean';
import { seededChance } from '../support/chance';

/** An entry's sweep from its readings: mount → setting → passes. */
function sweep(readings: readonly (readonly (readonly number[])[])[]): SpreadSetting[] {
  return readings[0]!.map((_, setting) => ({
    mounts: readings.map((mount, i) => ({
      mount: i + 1,
      value: mean(mount[setting]!),
      passValues: [...mount[setting]!],
    })),
  }));
}

const entryOf = (settings: SpreadSetting[], isControl = false) => ({ isControl, settings });
const table = fc
  .record({
    mounts: fc.integer({ min: 2, max: 4 }),
    settings: fc.integer({ min: 2, max: 4 }),
    passes: fc.integer({ min: 1, max: 3 }),
    seed: fc.integer(),
  })
  .map(({ mounts, settings, passes, seed }) => {
    const chance = seededChance(seed);
    return Array.from({ length: mounts }, () =>
      Array.from({ length: settings }, () => Array.from({ length: passes }, () => 40 + 3 * chance.uniform())),
    );
  });

test('a rise that all readings of an entry, or all of one setting, have more of changes no spread', () => {
  fc.assert(
    fc.property(table, fc.double({ min: -20, max: 20, noNaN: true }), (readings, moreK) => {
      const plain = rigSpread([entryOf(sweep(readings))]).roundUp;
      const moved = rigSpread([
        entryOf(
          sweep(readings.map((mount) => mount.map((passes, j) => passes.map((k) => k + moreK * (j + 1))))),
        ),
      ]).roundUp;
      expect(moved.pass!.variance).toBeCloseTo(plain.pass!.variance, 6);
      expect(moved.mount!.variance).toBeCloseTo(plain.mount!.variance, 6);
      expect([moved.pass!.freedom, moved.mount!.freedom]).toEqual([
        plain.pass!.freedom,
        plain.mount!.freedom,
      ]);
    }),
  );
});

test('a mount that shifts a whole sweep counts once, not once a setting', () => {
  // Two mounts 1 K apart at four settings: one degree of freedom, variance ½ · 1², and no noise of passes.
  const apart = [
    [[40], [36], [33], [31]],
    [[41], [37], [34], [32]],
  ];
  const { mount, pass } = rigSpread([entryOf(sweep(apart))]).roundUp;
  expect(mount).toEqual({ variance: 0.5, freedom: 1 });
  expect(pass).toEqual({ variance: 0, freedom: 3 });
});

test('passes by hand: sample variance of each mount, pooled; nothing repeated says nothing', () => {
  const passes = [
    [40, 40.4],
    [38, 38.2, 38.4],
  ];
  const settings = passes.map((pass) => ({ mounts: [{ mount: 1, value: mean(pass), passValues: pass }] }));
  const { pass, mount } = rigSpread([entryOf(settings)]).roundUp;
  expect(mount).toBeNull();
  expect(pass!.freedom).toBe(3);
  expect(pass!.variance).toBeCloseTo((0.08 + 0.08) / 3, 9);
  expect(rigSpread([entryOf(sweep([[[40], [35]]]))]).roundUp).toEqual({ pass: null, mount: null });
  expect(sampleVariance([1, 3])).toBe(2);
});

test('many simulated round-ups: σ of mounts and of passes come out as they went in', () => {
  const gauss = seededChance(41).normal;
  const round = (sigmaMountK: number, sigmaPassK: number) =>
    rigSpread(
      Array.from({ length: 8 }, (_, entry) =>
        entryOf(
          sweep(
            Array.from({ length: 3 }, () => {
              const mountK = sigmaMountK * gauss();
              return Array.from({ length: 3 }, (_, setting) =>
                Array.from({ length: 2 }, () => 45 - 4 * setting + mountK + sigmaPassK * gauss()),
              );
            }),
          ),
          entry === 0,
        ),
      ),
    );
  for (const [sigmaMountK, sigmaPassK] of [
    [0.6, 0.2],
    [0.3, 0.5],
  ] as const) {
    const all = Array.from({ length: 200 }, () => round(sigmaMountK, sigmaPassK).roundUp);
    expect(Math.sqrt(mean(all.map((components) => components.pass!.variance)))).toBeCloseTo(sigmaPassK, 1);
    const mountK = Math.sqrt(mean(all.map((components) => components.mount!.variance)));
    expect(Math.abs(mountK - sigmaMountK)).toBeLessThan(0.05);
  }
  const { control, roundUp } = round(0.6, 0.2);
  expect(control.mount!.freedom).toBe(2);
  expect(roundUp.mount!.freedom).toBe(16);
});

test('the control has its own spread, and it alone', () => {
  const calm = sweep([
    [[40], [36]],
    [[40.2], [36.2]],
  ]);
  const wild = sweep([
    [[50], [46]],
    [[54], [50]],
  ]);
  const { control, roundUp } = rigSpread([entryOf(calm, true), entryOf(wild)]);
  expect(control.mount!.variance).toBeCloseTo(0.02, 9);
  expect(roundUp.mount!.variance).toBeCloseTo((0.02 + 8) / 2, 9);
});

test('a half-width: Student’s t for one term, each term with its own freedom, never made surer by another', () => {
  const term = (variance: number, freedom: number) => ({ from: 'mounts' as const, variance, freedom });
  // t(0.975) of the tables: 12.706, 4.303, 2.571, 1.960.
  expect(halfWidth([term(1, 1)])).toBeCloseTo(12.706, 1);
  expect(halfWidth([term(1, 2)])).toBeCloseTo(4.303, 2);
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
        expect(halfWidth([term(a, freedom)], 6)).toBeGreaterThan(alone);
      },
    ),
    { numRuns: 30 },
  );
  expect(standardUncertainty([term(9, 1), term(16, 3)])).toBe(5);
  expect(() => halfWidth([term(-1, 1)])).toThrow(RangeError);
});
