import type { Against } from '@/core/curves/curveRule';
import { curveEnds, BEYOND_ALL } from '@/core/curves/shown/curveEnds';
import { entryCurves, type EntryCurve } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/settings/measuredPoint';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { measureIntervals } from '@/core/judgement/measures/measureIntervals';
import { bandScore, noiseToHold } from '@/core/judgement/measures/perDecibel';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { curveRule, responseOf } from '@/core/responses/responses';
import { instrumentDoubt, withoutSensors } from '@/core/rig/instrumentDoubt';
import { seededChance, type Chance } from '@/core/statistics/chance';
import { interval95 } from '@/core/uncertainty/interval95';

const ENTRIES = Array.from({ length: 8 }, (_, i) => ({ entry: `e${i}`, isControl: i === 0 }));
const SETTINGS = [
  { setting: '40 %', dutyPct: 40, rpm: 600, levelDb: 27 },
  { setting: '60 %', dutyPct: 60, rpm: 900, levelDb: 33 },
  { setting: '80 %', dutyPct: 80, rpm: 1200, levelDb: 38 },
];
const LINE: Record<Against, number> = { noise: 34, rpm: 950, duty: 63, sone: 1.4 };
const NO_SENSORS = { ...withoutSensors(instrumentDoubt(null)), levelDb: 0, sharedLevelDb: 0 };

/** What a response has at a setting, the same for all; its mounts and passes scatter by these shares. */
const TRUTHS: Record<string, { at: (rpm: number) => number; mount: number; pass: number }> = {
  rise: { at: (rpm) => 30 + 6000 / rpm, mount: 0.008, pass: 0.004 },
  'gpu-rise': { at: (rpm) => 40 + 4000 / rpm, mount: 0.006, pass: 0.006 },
  airspeed: { at: (rpm) => 0.0018 * rpm, mount: 0.01, pass: 0.02 },
  clock: { at: (rpm) => 4000 + 0.1 * rpm, mount: 0.0005, pass: 0.001 },
};

/** A round-up of equal entries, two mounts with two passes each. */
function equalOnes(chance: Chance, id: string): MeasuredPoint[] {
  const { at, mount, pass } = TRUTHS[id]!;
  return ENTRIES.flatMap(({ entry }) =>
    [1, 2].flatMap((mountNo) => {
      const mountFactor = 1 + mount * chance.normal();
      return SETTINGS.flatMap(({ setting, dutyPct, rpm, levelDb }) =>
        [1, 2].map((passNo): MeasuredPoint => ({
          ...{ run: `${entry}${mountNo}${setting}${passNo}`, entry, mount: mountNo, pass: passNo, setting },
          ...{ dutyPct, rpm, level: coolerLevel(levelDb, -20), settled: true, resistanceKPerW: null },
          ...{ shortfall: 0, roomDoubtK: 0 },
          value: at(rpm) * mountFactor * (1 + pass * chance.normal()),
        })),
      );
    }),
  );
}

type School = Against | 'full' | 'quietest';

function ranked(points: readonly MeasuredPoint[], id: string, school: School) {
  const isEnd = school === 'full' || school === 'quietest';
  const against = isEnd ? 'noise' : school;
  const curves = entryCurves(ENTRIES, points, NO_SENSORS, curveRule(responseOf(id)!, against));
  const room = { loadW: 170, program: false, referenceAmbientC: 23, limitC: 120 };
  const lineDb = isEnd ? BEYOND_ALL : LINE[school];
  const standing = isEnd ? curveEnds(curves, school === 'full' ? 'last' : 'first') : curves;
  return rankAtLine(standing, { ...room, lineDb }).placed;
}

const CASES = Object.keys(TRUTHS).flatMap((id) =>
  (['noise', 'rpm', 'duty', 'full', 'quietest'] as const).map((school) => [id, school] as const),
);

test.each(CASES)('eight equal ones share first place by %s at equal %s in about 95 of 100', (id, school) => {
  const chance = seededChance(41);
  const shared = Array.from({ length: 40 }, () => ranked(equalOnes(chance, id), id, school)).filter(
    (placed) => placed.length === 8 && placed.every(({ placeFrom }) => placeFrom === 1),
  ).length;
  expect(shared).toBeGreaterThanOrEqual(35);
});

/** R(L) of the truth, and a sweep of it with noise of its own. */
const truthAt = (levelDb: number) => 0.16 + 0.05 * 10 ** (-0.04 * (levelDb - 30));

function noisySweep(chance: Chance, mountSigma: number, passSigma: number): EntryCurve {
  const points = [1, 2, 3].flatMap((mount) => {
    const shiftK = mountSigma * chance.normal();
    return Array.from({ length: 9 }, (_, i) => 26 + 2 * i).flatMap((levelDb) =>
      [1, 2].map((pass): MeasuredPoint => {
        const value = truthAt(levelDb) * 170 + shiftK + passSigma * chance.normal();
        return {
          ...{
            run: `${mount}${levelDb}${pass}`,
            entry: 'a',
            mount,
            pass,
            setting: `${levelDb}`,
            settled: true,
          },
          ...{ level: coolerLevel(levelDb, -20), value, resistanceKPerW: value / 170 },
          ...{ shortfall: 0, roomDoubtK: 0 },
        };
      }),
    );
  });
  return entryCurves([{ entry: 'a' }], points, NO_SENSORS)[0]!;
}

test.each([
  ['mounts that scatter', 0.3, 0.1],
  ['passes that scatter', 0.05, 0.25],
])('intervals of band score and noise to hold cover the truth with %s', (_, mountSigma, passSigma) => {
  const band = { from: 29, to: 37 };
  const levels = Array.from({ length: 801 }, (_, i) => 29 + i / 100);
  const score = levels.reduce((sum, level) => sum + 1 / truthAt(level), 0) / levels.length;
  const rule = { band, controlRiseK: truthAt(33) * 170 };
  const chance = seededChance(9);
  const covered = { score: 0, hold: 0 };
  for (let i = 0; i < 30; i += 1) {
    const curve = noisySweep(chance, mountSigma, passSigma);
    const half = measureIntervals(curve, rule, i + 1, 25);
    const [found, held] = [bandScore(curve, band), noiseToHold(curve, rule.controlRiseK)];
    if (found.known && Math.abs(found.value - score) <= half.bandScoreWPerK!) covered.score += 1;
    if (held.known && Math.abs(held.value - 33) <= half.noiseToHoldDba!) covered.hold += 1;
  }
  expect(covered.score).toBeGreaterThanOrEqual(25);
  expect(covered.hold).toBeGreaterThanOrEqual(25);
});

// Upper 2.5 % points of Student's t, as every table of statistics has them.
test.each([
  [1, 12.706],
  [2, 4.303],
  [3, 3.182],
  [4, 2.776],
  [5, 2.571],
  [6, 2.447],
  [7, 2.365],
  [8, 2.306],
  [9, 2.262],
  [10, 2.228],
  [12, 2.179],
  [15, 2.131],
  [20, 2.086],
  [30, 2.042],
  [60, 2.0],
  [120, 1.98],
  [Infinity, 1.96],
])('the 95 %% interval of %d degrees of freedom is ± %d', (freedom, t) => {
  expect(interval95(1, freedom)).toBeCloseTo(t, freedom < 3 ? 1 : 2);
  expect(interval95(0.3, freedom)).toBeCloseTo(0.3 * t, 1);
});
