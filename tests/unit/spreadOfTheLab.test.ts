import fc from 'fast-check';
import { crossingChance, earlyBounds } from '@/core/plan/earlyLooks';
import { leastPlan } from '@/core/plan/leastPlan';
import { defaultPlanSettings } from '@/core/plan/planSettings';
import { seededChance } from '@/core/statistics/chance';
import { fixedLoad } from '@/core/runs/load';
import { mean } from '@/core/statistics/mean';
import { RIG_SOURCES, varianceComponents, type GroupedReading } from '@/core/statistics/varianceComponents';
import { reasonOf, valueOf } from '../support/outcome';

const batches = (values: Record<string, number[]>): GroupedReading[] =>
  Object.entries(values).flatMap(([batch, own]) =>
    own.map((value) => ({ value, cell: 'all', groups: { batch } })),
  );

test('dyestuff, six batches of five: the published components (Davies 1947; sd 42.0 between, 49.5 within)', () => {
  const found = valueOf(
    varianceComponents(
      batches({
        A: [1545, 1440, 1440, 1520, 1580],
        B: [1540, 1555, 1490, 1560, 1495],
        C: [1595, 1550, 1605, 1510, 1560],
        D: [1445, 1440, 1595, 1465, 1545],
        E: [1595, 1630, 1515, 1635, 1625],
        F: [1520, 1455, 1450, 1480, 1445],
      }),
      ['batch'],
    ),
  );
  expect(found.map(({ source }) => source)).toEqual(['batch', 'readings']);
  expect(found[0]!.sd).toBeCloseTo(42.0, 1);
  expect(found[1]!.sd).toBeCloseTo(49.51, 1);
  expect(found[0]).toMatchObject({ groups: 6 });
  for (const { sd, from, to } of found) {
    expect(from).toBeLessThan(sd);
    expect(to).toBeGreaterThan(sd);
  }
});

/** Coolers at settings, mounted on days; each source adds its own. */
function history(sds: { days: number; mounts: number; passes: number }, seed: number): GroupedReading[] {
  const chance = seededChance(seed);
  const readings: GroupedReading[] = [];
  for (let day = 0; day < 12; day += 1) {
    const dayK = sds.days * chance.normal();
    for (const cooler of [day % 4, (day + 1) % 4]) {
      const mountK = sds.mounts * chance.normal();
      for (let pass = 0; pass < 3; pass += 1)
        readings.push({
          value: 30 + 5 * cooler + dayK + mountK + sds.passes * chance.normal(),
          cell: `cooler ${cooler}`,
          groups: { days: `d${day}`, mounts: `d${day} c${cooler}` },
        });
    }
  }
  return readings;
}

test('where groups are alike, the answer is that of the analysis of variance, another method', () => {
  const readings = history({ days: 0, mounts: 0.8, passes: 0.3 }, 4).map((reading) => ({
    ...reading,
    cell: 'all',
  }));
  const byMount = new Map<string, number[]>();
  for (const { value, groups } of readings)
    byMount.set(groups.mounts!, [...(byMount.get(groups.mounts!) ?? []), value]);
  const all = mean(readings.map(({ value }) => value));
  const own = [...byMount.values()];
  const between = (3 * own.reduce((sum, each) => sum + (mean(each) - all) ** 2, 0)) / (own.length - 1);
  const within =
    own.reduce((sum, each) => sum + each.reduce((s, value) => s + (value - mean(each)) ** 2, 0), 0) /
    (2 * own.length);
  const [mounts, passes] = valueOf(varianceComponents(readings, ['mounts']));
  expect(mounts!.sd).toBeCloseTo(Math.sqrt((between - within) / 3), 3);
  expect(passes!.sd).toBeCloseTo(Math.sqrt(within), 3);
});

test('simulated rigs: each source comes back, and its interval holds it in about 95 of 100', () => {
  const truth = { days: 0.5, mounts: 0.4, passes: 0.2 };
  const held = { days: 0, mounts: 0, readings: 0 };
  const sums = { days: 0, mounts: 0, readings: 0 };
  for (let seed = 0; seed < 40; seed += 1)
    for (const { source, sd, from, to } of valueOf(
      varianceComponents(history(truth, seed), ['days', 'mounts']),
    )) {
      const name = source as keyof typeof held;
      const own = { days: truth.days, mounts: truth.mounts, readings: truth.passes }[name];
      sums[name] += sd ** 2 / 40;
      if (from <= own && (to === null || own <= to)) held[name] += 1;
    }
  expect(Math.sqrt(sums.days)).toBeCloseTo(0.5, 1);
  expect(Math.sqrt(sums.mounts)).toBeCloseTo(0.4, 1);
  expect(Math.sqrt(sums.readings)).toBeCloseTo(0.2, 1);
  for (const count of Object.values(held)) expect(count).toBeGreaterThanOrEqual(34);
});

test('a source that adds nothing comes to nothing with a bound; nothing repeated, and all alike, say so', () => {
  const [days, mounts] = valueOf(
    varianceComponents(history({ days: 0, mounts: 0.6, passes: 0.2 }, 9), ['days', 'mounts']),
  );
  expect(days!.sd).toBeLessThan(0.4);
  expect(days!.to).toBeGreaterThan(days!.sd);
  expect(mounts!.sd).toBeGreaterThan(0.3);
  // Days and mounts that are the same groups are told as one.
  const same = history({ days: 0.5, mounts: 0.2, passes: 0.2 }, 3).map((reading) => ({
    ...reading,
    groups: { days: reading.groups.mounts!, mounts: `m ${reading.groups.mounts!}` },
  }));
  expect(valueOf(varianceComponents(same, ['days', 'mounts'])).map(({ source }) => source)).toEqual([
    'mounts',
    'readings',
  ]);
  const single = [1, 2, 3].map((value) => ({ value, cell: String(value), groups: {} }));
  expect(reasonOf(varianceComponents(single, ['days']))).toContain('nothing was repeated');
  const alike = [1, 1, 1, 1].map((value) => ({ value, cell: 'a', groups: {} }));
  expect(reasonOf(varianceComponents(alike, ['days']))).toContain('the same');
});

test.each([
  [2, 1.977],
  [3, 2.004],
  [4, 2.024],
  [5, 2.04],
])('%d looks: the published constant of O’Brien and Fleming, %d', (looks, constant) => {
  expect(earlyBounds(looks).at(-1)).toBeCloseTo(constant, 2);
});

test.each([
  [2, 2.178],
  [3, 2.289],
  [5, 2.413],
])('Pocock’s bounds for %d looks, %d at each, cross in 5 %%', (looks, bound) => {
  expect(crossingChance(Array.from({ length: looks }, () => bound))).toBeCloseTo(0.05, 3);
});

test('early looks keep 5 % over 4,000 simulated round-ups, where looking as usual would err in 14 %', () => {
  const bounds = earlyBounds(5);
  const chance = seededChance(2);
  const errors = { bounds: 0, usual: 0 };
  for (let roundUp = 0; roundUp < 4000; roundUp += 1) {
    let [sum, isBound, isUsual] = [0, false, false];
    for (let look = 1; look <= 5; look += 1) {
      sum += chance.normal();
      const z = Math.abs(sum) / Math.sqrt(look);
      isBound ||= z > bounds[look - 1]!;
      isUsual ||= z > 1.96;
    }
    errors.bounds += Number(isBound);
    errors.usual += Number(isUsual);
  }
  expect(errors.bounds / 4000).toBeGreaterThan(0.04);
  expect(errors.bounds / 4000).toBeLessThan(0.06);
  expect(errors.usual / 4000).toBeGreaterThan(0.12);
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 8 }), (looks) => {
      const all = earlyBounds(looks);
      expect([...all].sort((a, b) => b - a)).toEqual(all);
    }),
    { numRuns: 4 },
  );
});

test('the plan of the fewest hours for a wanted difference: nothing cheaper tells it, and what cannot be says so', () => {
  const settings = { ...defaultPlanSettings('2026-11-26'), settings: ['100 %', '50 %'] };
  const entries = ['a', 'b', 'c', 'd'].map((entry, i) => ({
    ...{ entry, kind: 'air-tower' as const, isControl: i === 0, learntSoakMin: null },
  }));
  const scene = { entries, loads: [fixedLoad(120)], scatter: { passK: 0.15, mountK: 0.4 } };
  const coarse = valueOf(leastPlan(settings, scene, 3));
  const fine = valueOf(leastPlan(settings, scene, 1.4));
  expect(coarse.cost.differenceK).toBeLessThanOrEqual(3);
  expect(fine.cost.differenceK).toBeLessThanOrEqual(1.4);
  expect(fine.cost.benchH).toBeGreaterThan(coarse.cost.benchH);
  // It is the mounts that scatter: more of them, and no more passes.
  expect(fine.settings.passes).toBe(1);
  expect(fine.settings.mounts).toBeGreaterThan(coarse.settings.mounts);
  expect(reasonOf(leastPlan(settings, scene, 0.01))).toMatch(/5 mounts of \d passes separate/);
});

test('five rigs that differ: their spread comes back beside that of days and mounts, within its interval', () => {
  let held = 0;
  const seeds = 20;
  for (let seed = 1; seed <= seeds; seed += 1) {
    const chance = seededChance(seed);
    const readings = ['A', 'B', 'C', 'D', 'E'].flatMap((rig) => {
      const rigK = 1.5 * chance.normal();
      return history({ days: 0.2, mounts: 0.3, passes: 0.1 }, 100 * seed + rig.charCodeAt(0))
        .slice(0, 9)
        .map(({ value, cell, groups }) => ({
          ...{ cell, value: value + rigK },
          groups: { rigs: rig, days: `${rig} ${groups.days}`, mounts: `${rig} ${groups.mounts}` },
        }));
    });
    const [rigs] = valueOf(varianceComponents(readings, RIG_SOURCES));
    expect(rigs).toMatchObject({ source: 'rigs', groups: 5 });
    held += Number(rigs!.from <= 1.5 && (rigs!.to === null || rigs!.to >= 1.5));
  }
  expect(held / seeds).toBeGreaterThan(0.85);
});
