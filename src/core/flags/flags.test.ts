import { seededChance } from '../../../tests/support/chance';
import { fanCountJump } from './fanCountJump';
import { offSpeedLine } from './offSpeedLine';
import { standsApart, type Repeat } from './standsApart';

test('a slip of 4 dB is found on the level–speed line, scatter of tenths is not', () => {
  const chance = seededChance(5);
  const readings = [500, 650, 800, 950, 1100, 1250].map((rpm, run) => ({
    run,
    rpm,
    levelDb: 40 + 52 * Math.log10(rpm / 1250) + 0.2 * chance.normal(),
  }));
  expect(offSpeedLine(readings).size).toBe(0);
  readings[2]!.levelDb += 4;
  const off = offSpeedLine(readings);
  expect([...off.keys()]).toEqual([2]);
  expect(off.get(2)).toBeCloseTo(4, 0);
  expect(offSpeedLine(readings.slice(0, 3)).size).toBe(0);
});

test('two fans are 3 dB over one; where two variants do not fit, either may be wrong, and a third one tells which', () => {
  const other = { run: 1, product: 7, fanCount: 1, rpm: 1000, levelDb: 30 };
  const two = { run: 2, product: 7, fanCount: 2, rpm: 1005, levelDb: 33.2 };
  const three = { run: 3, product: 7, fanCount: 3, rpm: 998, levelDb: 30 + 10 * Math.log10(3) };
  expect(fanCountJump([other, two]).size).toBe(0);
  const jump = fanCountJump([other, { ...two, levelDb: 36 }]);
  expect([jump.get(1), jump.get(2)]).toEqual([expect.closeTo(-3, 1), expect.closeTo(3, 1)]);
  expect(fanCountJump([other, { ...two, levelDb: 36 }, three]).get(2)).toBeCloseTo(3, 1);
  // One fan that reads 4 dB too quiet is told itself, and not whoever has more fans.
  expect([...fanCountJump([{ ...other, levelDb: 26 }, two, { ...three, levelDb: 34.9 }]).keys()]).toEqual([
    1,
  ]);
  expect(fanCountJump([other, { ...two, levelDb: 36, product: 8 }]).size).toBe(0);
});

/** How often a sound entry, and the bad mount of one, is told in many round-ups of eight entries. */
function toldMounts(
  mounts: number,
  mountK: number,
  badK: number,
): { falseShare: number; foundShare: number } {
  const roundUps = 250;
  let wrong = 0;
  let found = 0;
  for (let seed = 1; seed <= roundUps; seed += 1) {
    const chance = seededChance(seed);
    const repeats: Repeat[] = [];
    for (let entry = 0; entry < 9; entry += 1) {
      for (let mount = 1; mount <= mounts; mount += 1) {
        const shiftK = mountK * chance.normal() + (entry === 0 && mount === 1 ? badK : 0);
        for (const setting of ['50 %', '70 %', '100 %'])
          repeats.push({
            run: repeats.length,
            entry: `${entry}`,
            load: '170',
            setting,
            mount,
            value: 40 + shiftK + 0.2 * chance.normal(),
          });
      }
    }
    const told = new Set(
      standsApart(repeats)
        .filter((apart) => apart.what === 'mount')
        .map((apart) => `${repeats[apart.run]!.entry} ${repeats[apart.run]!.mount}`),
    );
    if (told.has('0 1')) found += 1;
    wrong += new Set([...told].map((name) => name.split(' ')[0]).filter((entry) => entry !== '0')).size;
  }
  return { falseShare: wrong / (8 * roundUps), foundShare: found / roundUps };
}

test.each([2, 3, 4])(
  'of %i sound mounts one is told in at most 5 of 100 entries, and a bad one is found',
  (mounts) => {
    expect(toldMounts(mounts, 0.7, 0).falseShare).toBeLessThanOrEqual(0.055);
    expect(toldMounts(mounts, 0.5, 3).foundShare).toBeGreaterThan(0.9);
  },
);

test('a bad mount and a bad pass stand apart, the good ones beside them do not', () => {
  const chance = seededChance(9);
  const repeats: Repeat[] = [];
  for (const entry of ['a', 'b', 'c']) {
    for (const mount of [1, 2]) {
      const ofMount = 0.2 * chance.normal() + (entry === 'a' && mount === 1 ? 5.7 : 0);
      for (const setting of ['50 %', '100 %']) {
        for (const pass of [1, 2, 3]) {
          const slip = entry === 'c' && mount === 2 && setting === '50 %' && pass === 2 ? 3 : 0;
          const run = repeats.length;
          repeats.push({
            run,
            entry,
            load: '170',
            setting,
            mount,
            value: 35 + ofMount + slip + 0.1 * chance.normal(),
          });
        }
      }
    }
  }
  const apart = standsApart(repeats);
  const mounts = apart.filter((apart) => apart.what === 'mount').map((apart) => apart.run);
  expect(mounts).toEqual(
    repeats.filter((repeat) => repeat.entry === 'a' && repeat.mount === 1).map((repeat) => repeat.run),
  );
  expect(apart.filter((apart) => apart.what === 'pass')).toMatchObject([{ byK: expect.closeTo(3, 0) }]);
});
