import { rehearse } from './rehearse';
import type { RehearsedDesign } from './round';

const DESIGN: RehearsedDesign = {
  ...{ entries: 6, mounts: 2, passes: 1, settings: 5, mountK: 0.4, passK: 0.13, levelDb: 0, gapK: 0 },
};
const of = (more: Partial<RehearsedDesign>, rounds = 200) =>
  rehearse({ ...DESIGN, ...more }, { rounds, seed: 11 });

// Tables at length: docs/calibration.md, by npm run calibrate.
test.each([
  ['two mounts', {}, 0.95],
  ['three mounts of two passes', { mounts: 3, passes: 2 }, 0.95],
  ['spreads from 0.2 to 0.8 K', { mountK: (i: number) => 0.2 + 0.12 * i }, 0.94],
  ['levels that scatter by 0.5 dB', { levelDb: 0.5 }, 0.95],
  ['two settings', { settings: 2 }, 0.95],
  ['a room that moves by 1 dB', { room: { levelDb: 29, withMountDb: 1, withEntryDb: 0 } }, 0.95],
  ['a tenth of the cells missing', { missing: 0.1 }, 0.95],
] as [string, Partial<RehearsedDesign>, number][])(
  '± holds the truth, and equal coolers are not told apart: %s',
  (_, more, least) => {
    const { intervalsHold, anyTold } = of(more);
    expect(intervalsHold).toBeGreaterThan(least);
    expect(anyTold).toBeLessThan(0.085);
  },
);

test('one mount stands on what is assumed: ± is wide, and holds', () => {
  const { intervalsHold, interval95, anyTold } = of({ mounts: 1 });
  expect(intervalsHold).toBeGreaterThan(0.98);
  expect(interval95).toBeCloseTo(1.2, 1);
  expect(anyTold).toBeLessThan(0.02);
});

test('± is no wider than the tables have it, and a gap is told that should be', () => {
  expect(of({}).interval95).toBeCloseTo(0.87, 1);
  expect(of({ mounts: 3 }).interval95).toBeCloseTo(0.6, 1);
  const apart = of({ gapK: 4 }, 60);
  expect(apart.winnerMissed).toBe(0);
  expect(Math.min(apart.winnerAlone, apart.neighboursTold)).toBeGreaterThan(0.95);
});

test('a design of nothing is refused', () => {
  expect(() => of({ mounts: 0 })).toThrow(/counts must be 1 or more/);
});
