import { seededChance } from '../../../tests/support/chance';
import { entryCurves } from '../curves/entryCurve';
import type { MeasuredPoint } from '../curves/measuredPoint';
import { settingMeans } from '../curves/settingMeans';
import { valueAtLine } from '../curves/valueAtLine';
import { mean } from '../statistics/mean';
import { interval95 } from './interval95';
import { rigSpread } from './rigSpread';

interface Design {
  entries: number;
  mounts: number;
  passes: number;
  mountK: number;
  passK: number;
}

const SETTINGS = [28, 31, 34, 37, 40];
const trueRiseK = (entry: number, levelDb: number) => 34 + entry + 40 * Math.exp(-(levelDb - 20) / 7);

/** A round-up measured with known spreads: mounts shift a whole sweep, passes each reading. */
function measured(of: Design, seed: number): MeasuredPoint[] {
  const chance = seededChance(seed);
  const points: MeasuredPoint[] = [];
  for (let entry = 0; entry < of.entries; entry += 1) {
    for (let mount = 1; mount <= of.mounts; mount += 1) {
      const shiftK = of.mountK * chance.normal();
      for (const levelDb of SETTINGS) {
        for (let pass = 1; pass <= of.passes; pass += 1) {
          const riseK = trueRiseK(entry, levelDb) + shiftK + of.passK * chance.normal();
          points.push({
            run: `${entry} ${mount} ${levelDb} ${pass}`,
            entry: `e${entry}`,
            mount,
            pass,
            setting: `${levelDb}`,
            level: { levelDb, standing: 'clear', overFloorDb: 20, errorGain: 1 },
            settled: true,
            riseK,
            resistanceKPerW: riseK / 170,
            shortfallK: 0,
            roomDoubtK: 0,
          });
        }
      }
    }
  }
  return points;
}

const entriesOf = (of: Design) =>
  Array.from({ length: of.entries }, (_, i) => ({ entry: `e${i}`, isControl: i === 0 }));

test('Student’s t by its published table', () => {
  for (const [freedom, t] of [[1, 12.706], [2, 4.303], [5, 2.571], [10, 2.228], [30, 2.042], [Infinity, 1.96]] as const)
    expect(interval95(1, freedom)).toBeCloseTo(t, 2);
  expect(interval95(0.3, 5)).toBeCloseTo(0.3 * interval95(1, 5), 9);
}); // prettier-ignore

test('spreads of mounts and passes are found again, without bias, from many round-ups', () => {
  const design = { entries: 6, mounts: 2, passes: 2, mountK: 0.5, passK: 0.3 };
  const passes: number[] = [];
  const mounts: number[] = [];
  for (let seed = 1; seed <= 300; seed += 1) {
    const points = measured(design, seed);
    const sweeps = entriesOf(design).map(({ entry, isControl }) => ({ isControl, settings: settingMeans(points.filter((of) => of.entry === entry)) }));
    const { roundUp, control } = rigSpread(sweeps);
    passes.push(roundUp.pass!.varianceK2);
    mounts.push(roundUp.mount!.varianceK2);
    expect(roundUp.mount!.freedom).toBe(6);
    expect(control.mount!.freedom).toBe(1);
    expect(roundUp.pass!.freedom).toBe(6 * 2 * SETTINGS.length);
  }
  expect(mean(passes)).toBeCloseTo(0.09, 2);
  // The variance of a mount's mean holds what its passes leave in it.
  expect(Math.abs(mean(mounts) - (0.25 + 0.09 / 2))).toBeLessThan(0.02);
}); // prettier-ignore

test.each([
  { entries: 6, mounts: 2, passes: 2, mountK: 0.4, passK: 0.2 },
  { entries: 8, mounts: 3, passes: 1, mountK: 0.3, passK: 0.3 },
  { entries: 10, mounts: 2, passes: 1, mountK: 0.1, passK: 0.4 },
])('what is shown as ± holds the true rise in about 95 of 100 ($mounts mounts × $passes passes)', (design) => {
  let inside = 0;
  let all = 0;
  for (let seed = 1; seed <= 150; seed += 1) {
    for (const curve of entryCurves(entriesOf(design), measured(design, seed))) {
      const at = valueAtLine(curve, 33);
      if (!at.placed) throw new Error(at.reason);
      const half = interval95(Math.max(at.uncertaintyK, at.pooledUncertaintyK), at.pooledFreedom);
      const truth = trueRiseK(Number(curve.entry.slice(1)), 33);
      all += 1;
      if (Math.abs(at.riseK - truth) <= half) inside += 1;
    }
  }
  expect(all).toBe(150 * design.entries);
  // A spread is taken as the larger of the own and the pooled one: never too bold, at times too wide.
  expect(inside / all).toBeGreaterThan(0.93);
}); // prettier-ignore

test('doubt grows with the slope of the curve through the meter, with what was to come, and with a typed room', () => {
  const design = { entries: 4, mounts: 2, passes: 2, mountK: 0.2, passK: 0.1 };
  const at = (points: MeasuredPoint[], lineDb: number) => {
    const value = valueAtLine(entryCurves(entriesOf(design), points)[0]!, lineDb);
    if (!value.placed) throw new Error(value.reason);
    return value;
  };
  const points = measured(design, 5);
  const plain = at(points, 33);
  expect(plain.slopeKPerDb).toBeLessThan(0);
  const unsure = at(points.map((of) => ({ ...of, shortfallK: 0.6 })), 33);
  expect(unsure.riseK).toBe(plain.riseK);
  expect(unsure.uncertaintyK ** 2 - plain.uncertaintyK ** 2).toBeCloseTo(0.6 ** 2 / 3, 6);
  const typedRoom = at(points.map((of) => ({ ...of, roomDoubtK: 1 })), 33);
  expect(typedRoom.uncertaintyK ** 2 - plain.uncertaintyK ** 2).toBeCloseTo((1 / 1.96) ** 2, 6);
  const nearRoom = at(points.map((of) => ({ ...of, level: { ...of.level, errorGain: 2 } })), 33);
  expect(nearRoom.uncertaintyK).toBeGreaterThan(plain.uncertaintyK);
}); // prettier-ignore
