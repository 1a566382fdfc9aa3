import { entryCurves } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/settings/measuredPoint';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { reduceTrace } from '@/core/reduction/reduceTrace';
import { instrumentDoubt } from '@/core/rig/instrumentDoubt';
import { seededChance, type Chance } from '@/core/statistics/chance';
import { valueOf } from '../support/outcome';

const SPREADS = { mount: 0.009, pass: 0.004 };
const LOAD_W = 170;
const LINE_DB = 33;
const FLOOR_DB = 21;
const LEVELS = [27.2, 30.6, 34.1, 38.3];
const ENTRIES = ['a', 'b', 'c', 'd'].map((entry, i) => ({ entry, isControl: i === 0 }));
/** Every bench differs a little in what it resolves; these are the stated defaults. */
const SENSORS = instrumentDoubt(null);
/** What a room probe wanders by between mounts, and a meter from reading to reading. */
const PROBE_WANDERS_K = 0.06;
const METER_REPEATS_DB = 0.15;

/** R of the truth at a level, K/W. */
const truth = (entry: number, levelDb: number) => 0.2 + 0.01 * entry + 0.06 * 10 ** (-0.035 * (levelDb - 25));

const tenth = (value: number) => Math.round(value * 10) / 10;

/** A log as the bench writes it: a die, a room, watts in tenths, with a heating that dies away before the window. */
function log(riseK: number, powerW: number, offsetK: number, chance: Chance) {
  const count = 62;
  const timeS = Float64Array.from({ length: count }, (_, i) => 10 * i);
  const room = 22 + 0.6 * chance.normal();
  const ambientC = Float64Array.from(timeS, () => tenth(room + 0.03 * chance.normal()));
  const cpuC = Float64Array.from(timeS, (s) =>
    tenth(room + riseK * (1 - Math.exp(-s / 70)) + offsetK + 0.25 * chance.normal()),
  );
  return {
    timeS,
    ambientC,
    cpuC,
    powerW: Float64Array.from(timeS, () => tenth(powerW * (1 + 0.002 * chance.normal()))),
  };
}

/** A whole round-up from its readings: logs reduced, levels corrected for the floor, curves, and the values at the line. */
function measured(chance: Chance) {
  const points = ENTRIES.flatMap(({ entry }, e) =>
    [1, 2].flatMap((mount) => {
      const mountFactor = 1 + SPREADS.mount * chance.normal();
      const offsetK = PROBE_WANDERS_K * chance.normal();
      return LEVELS.flatMap((levelDb, s) =>
        [1, 2].map((pass): MeasuredPoint => {
          const powerW = LOAD_W * (1 + 0.006 * chance.normal());
          const riseK = truth(e, levelDb) * mountFactor * (1 + SPREADS.pass * chance.normal()) * powerW;
          const rule = { loadW: LOAD_W, program: false, limitC: 120, windowS: 300 };
          const reduction = valueOf(reduceTrace(log(riseK, powerW, offsetK, chance), rule));
          const heard = 10 * Math.log10(10 ** (levelDb / 10) + 10 ** (FLOOR_DB / 10));
          return {
            ...{ run: `${entry}${mount}${s}${pass}`, entry, mount, pass, setting: String(s) },
            level: coolerLevel(tenth(heard + METER_REPEATS_DB * chance.normal()), FLOOR_DB),
            ...{
              settled: reduction.settled,
              value: reduction.riseK,
              shortfall: reduction.shortfallK,
              roomDoubtK: 0,
            },
            resistanceKPerW: reduction.riseK / LOAD_W,
          };
        }),
      );
    }),
  );
  const rule = { lineDb: LINE_DB, loadW: LOAD_W, program: false, referenceAmbientC: 23, limitC: 120 };
  return rankAtLine(entryCurves(ENTRIES, points, SENSORS), rule).placed;
}

test('the budget of a rise is what it scatters by when a whole round-up is measured again, from its readings up', () => {
  const chance = seededChance(17);
  const errors: number[] = [];
  const stated: number[] = [];
  let covered = 0;
  let apart = 0;
  let pairs = 0;
  for (let round = 0; round < 30; round += 1) {
    const placed = measured(chance);
    expect(placed).toHaveLength(ENTRIES.length);
    const error = new Map(
      placed.map(({ entry, value }) => [
        entry,
        value -
          truth(
            ENTRIES.findIndex((other) => other.entry === entry),
            LINE_DB,
          ) *
            LOAD_W,
      ]),
    );
    for (const { entry, doubt, interval95 } of placed) {
      errors.push(error.get(entry)!);
      stated.push(doubt.reduce((sum, { variance }) => sum + variance, 0));
      if (Math.abs(error.get(entry)!) <= interval95) covered += 1;
    }
    // Two at once: what they share cancels, what is their own adds.
    for (const one of placed)
      for (const other of placed) {
        if (one.entry >= other.entry) continue;
        pairs += 1;
        const gap = Math.abs(error.get(one.entry)! - error.get(other.entry)!);
        if (gap <= Math.hypot(one.interval95, other.interval95)) apart += 1;
      }
  }
  const scatter = Math.sqrt(errors.reduce((sum, error) => sum + error ** 2, 0) / errors.length);
  const budget = Math.sqrt(stated.reduce((sum, variance) => sum + variance, 0) / stated.length);
  expect(budget / scatter).toBeGreaterThan(0.85);
  expect(budget / scatter).toBeLessThan(1.25);
  expect(covered / errors.length).toBeGreaterThan(0.9);
  expect(covered / errors.length).toBeLessThan(0.995);
  expect(apart / pairs).toBeGreaterThan(0.9);
});
