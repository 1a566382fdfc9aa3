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

test('two fans are 3 dB over one; 6 dB is a jump', () => {
  const one = { run: 1, product: 7, fanCount: 1, rpm: 1000, levelDb: 30 };
  const two = { run: 2, product: 7, fanCount: 2, rpm: 1005, levelDb: 33.2 };
  expect(fanCountJump([one, two]).size).toBe(0);
  expect(fanCountJump([one, { ...two, levelDb: 36 }]).get(2)).toBeCloseTo(3, 1);
  expect(fanCountJump([one, { ...two, levelDb: 36, product: 8 }]).size).toBe(0);
});

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
            riseK: 35 + ofMount + slip + 0.1 * chance.normal(),
          });
        }
      }
    }
  }
  const apart = standsApart(repeats);
  const mounts = apart.filter((of) => of.what === 'mount').map((of) => of.run);
  expect(mounts).toEqual(repeats.filter((of) => of.entry === 'a' && of.mount === 1).map((of) => of.run));
  expect(apart.filter((of) => of.what === 'pass')).toMatchObject([{ byK: expect.closeTo(3, 0) }]);
});
