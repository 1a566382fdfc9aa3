import { seededChance } from '../../../tests/support/chance';
import { entryCurves } from '../curves/entryCurve';
import type { MeasuredPoint } from '../curves/settings/measuredPoint';
import { settingMeans } from '../curves/settings/settingMeans';
import { valueAtLine } from '../curves/valueAtLine';
import { mean } from '../statistics/mean';
import { halfWidth } from './doubt';
import { interval95 } from './interval95';
import { rankAtLine } from '../ranking/rankAtLine';
import { instrumentDoubt } from '../rig/instrumentDoubt';
import { rigSpread } from './rigSpread';

interface Design {
  entries: number;
  mounts: number;
  passes: number;
  /** Mounts of the control, the first entry; as many as the others where it is not told. */
  controlMounts?: number;
  mountK: number;
  passK: number;
}

const SETTINGS = [28, 31, 34, 37, 40];
const trueRiseK = (entry: number, levelDb: number) => 34 + entry + 40 * Math.exp(-(levelDb - 20) / 7);

/** A round-up measured with known spreads: mounts shift a whole sweep, passes each reading. */
function measured(design: Design, seed: number): MeasuredPoint[] {
  const chance = seededChance(seed);
  const points: MeasuredPoint[] = [];
  for (let entry = 0; entry < design.entries; entry += 1) {
    const mounts = entry === 0 ? (design.controlMounts ?? design.mounts) : design.mounts;
    for (let mount = 1; mount <= mounts; mount += 1) {
      const shiftK = design.mountK * chance.normal();
      for (const levelDb of SETTINGS) {
        for (let pass = 1; pass <= design.passes; pass += 1) {
          const value = trueRiseK(entry, levelDb) + shiftK + design.passK * chance.normal();
          points.push({
            run: `${entry} ${mount} ${levelDb} ${pass}`,
            entry: `e${entry}`,
            mount,
            pass,
            setting: `${levelDb}`,
            level: { levelDb, standing: 'clear', overFloorDb: 20, errorGain: 1 },
            settled: true,
            value: value,
            resistanceKPerW: value / 170,
            shortfall: 0,
            roomDoubtK: 0,
          });
        }
      }
    }
  }
  return points;
}

const entriesOf = (design: Design) =>
  Array.from({ length: design.entries }, (_, i) => ({ entry: `e${i}`, isControl: i === 0 }));

/** Student's t by Simpson's rule on its density: another way to the same. */
function tailOfT(t: number, freedom: number): number {
  const density = (x: number) => (1 + (x * x) / freedom) ** (-(freedom + 1) / 2);
  const simpson = (from: number, to: number, n = 20000) => {
    const h = (to - from) / n;
    let sum = density(from) + density(to);
    for (let i = 1; i < n; i += 1) sum += (i % 2 ? 4 : 2) * density(from + i * h);
    return (sum * h) / 3;
  };
  const whole = (Math.sqrt(Math.PI * freedom) * gamma(freedom / 2)) / gamma((freedom + 1) / 2);
  return 0.5 - simpson(0, t) / whole;
}

/** Γ by Stirling's series, pushed up first. */
function gamma(x: number): number {
  if (x < 12) return gamma(x + 1) / x;
  return Math.sqrt((2 * Math.PI) / x) * (x / Math.E) ** x * (1 + 1 / (12 * x) + 1 / (288 * x * x));
}

test('Student’s t by its published table, and between its rows', () => {
  for (const [freedom, t] of [
    [1, 12.706],
    [2, 4.303],
    [3, 3.182],
    [5, 2.571],
    [10, 2.228],
    [30, 2.042],
    [Infinity, 1.96],
  ] as const)
    expect(interval95(1, freedom) / t).toBeCloseTo(1, 3);
  for (const freedom of [1.2, 1.7, 2.2, 2.9, 3.4, 6.5, 13, 45]) {
    expect(tailOfT(interval95(1, freedom), freedom)).toBeCloseTo(0.025, 4);
    expect(interval95(1, freedom) / interval95(1, freedom + 0.01)).toBeLessThan(1.02);
  }
  expect(interval95(0.3, 5)).toBeCloseTo(0.3 * interval95(1, 5), 9);
});

test('spreads of mounts and passes are found again, without bias, from many round-ups', () => {
  for (const passes of [1, 2]) {
    const design = { entries: 6, mounts: 2, passes, mountK: 0.5, passK: 0.3 };
    const passK2: number[] = [];
    const mountK2: number[] = [];
    for (let seed = 1; seed <= 300; seed += 1) {
      const points = measured(design, seed);
      const sweeps = entriesOf(design).map(({ entry, isControl }) => ({
        isControl,
        settings: settingMeans(points.filter((point) => point.entry === entry)),
      }));
      const { roundUp, control } = rigSpread(sweeps);
      passK2.push(roundUp.pass!.variance);
      mountK2.push(roundUp.mount!.variance);
      expect(roundUp.mount!.freedom).toBe(6);
      expect(control.mount!.freedom).toBe(1);
      // Single readings are told apart even where no pass was repeated: mounts shift a whole sweep alike.
      expect(roundUp.pass!.freedom).toBe(6 * 2 * (passes - 1) * SETTINGS.length + 6 * (SETTINGS.length - 1));
    }
    expect(mean(passK2)).toBeCloseTo(0.09, 2);
    expect(Math.abs(mean(mountK2) - 0.25)).toBeLessThan(0.025);
  }
});

/** Share of the entries whose ± holds their true rise. */
function covered(design: Design, roundUps: number): number {
  let inside = 0;
  let all = 0;
  for (let seed = 1; seed <= roundUps; seed += 1) {
    for (const curve of entryCurves(entriesOf(design), measured(design, seed))) {
      const at = valueAtLine(curve, 33);
      if (!at.placed) throw new Error(at.reason);
      const truth = trueRiseK(Number(curve.entry.slice(1)), 33);
      all += 1;
      if (Math.abs(at.value - truth) <= halfWidth(at.doubt)) inside += 1;
    }
  }
  return inside / all;
}

const mixes = [1, 2, 3].flatMap((mounts) => [1, 2, 3, 4].map((passes) => ({ mounts, passes })));

test.each(mixes)('± holds the true rise in 92 to 98 of 100: $mounts mounts × $passes passes', (mix) => {
  for (const scatter of [
    { mountK: 0.4, passK: 0.5 },
    { mountK: 0.4, passK: 0.2 },
    { mountK: 0.7, passK: 0.3 },
  ]) {
    const share = covered({ entries: 6, controlMounts: 3, ...mix, ...scatter }, 300);
    expect(share).toBeGreaterThan(0.92);
    expect(share).toBeLessThan(0.98);
  }
});

test('two identical typed passes do not make a sure ranking: sensors and meter leave their doubt', () => {
  const once = measured({ entries: 2, mounts: 1, passes: 1, mountK: 0, passK: 0 }, 1);
  const points = [1, 2].flatMap((pass) =>
    once.map((point) => ({
      ...point,
      pass,
      run: `${point.run} ${pass}`,
      value: point.entry === 'e1' ? point.value - 0.9 : point.value,
    })),
  );
  const entries = [
    { entry: 'e0', isControl: true },
    { entry: 'e1', isControl: false },
  ];
  const rule = { lineDb: 33, loadW: 170, program: false, referenceAmbientC: 23, limitC: 200 };
  const { placed } = rankAtLine(entryCurves(entries, points), rule);
  // They differ by 0.1 K.
  expect(placed.map((entry) => [entry.placeFrom, entry.placeTo])).toEqual([
    [1, 2],
    [1, 2],
  ]);
  for (const { uncertainty: uncertainty } of placed) expect(uncertainty).toBeGreaterThan(0.05);
  const coarse = instrumentDoubt({
    instruments: [
      {
        name: 'P',
        kind: 'room probe',
        range: '',
        resolution: '1 °C',
        grade: '± 1,0 K',
        calibratedOn: '',
        dueOn: '',
      },
    ],
    checks: [],
  });
  expect(rankAtLine(entryCurves(entries, points, coarse), rule).placed[0]!.uncertainty).toBeGreaterThan(0.3);
});

test('doubt grows with the slope of the curve through the meter, with what was to come, and with a typed room', () => {
  const design = { entries: 4, mounts: 2, passes: 2, mountK: 0.2, passK: 0.1 };
  const at = (points: MeasuredPoint[], lineDb: number) => {
    const value = valueAtLine(entryCurves(entriesOf(design), points)[0]!, lineDb);
    if (!value.placed) throw new Error(value.reason);
    return value;
  };
  const points = measured(design, 5);
  const plain = at(points, 33);
  expect(plain.slope).toBeLessThan(0);
  const unsure = at(
    points.map((point) => ({ ...point, shortfall: 0.6 })),
    33,
  );
  expect(unsure.value).toBe(plain.value);
  expect(unsure.uncertainty ** 2 - plain.uncertainty ** 2).toBeCloseTo(0.6 ** 2 / 3, 5);
  const typedRoom = at(
    points.map((point) => ({ ...point, roomDoubtK: 1 })),
    33,
  );
  expect(typedRoom.uncertainty ** 2 - plain.uncertainty ** 2).toBeCloseTo((1 / 1.96) ** 2, 4);
  const nearRoom = at(
    points.map((point) => ({ ...point, level: { ...point.level, overFloorDb: 4, errorGain: 1.66 } })),
    33,
  );
  expect(nearRoom.uncertainty).toBeGreaterThan(plain.uncertainty);
});
