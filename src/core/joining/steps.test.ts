import { seededChance } from '../statistics/chance';
import { merged, stepsOf } from './steps';
import { WATCHED } from './watched';

interface Stretch {
  lastsS: number;
  powerW: number;
  rpm: number;
}

/** An evening of soaks: load and fans change at known moments; fans take a few seconds to their new speed. */
function eveningOf(stretches: readonly Stretch[], stepS: number, seed: number) {
  const chance = seededChance(seed);
  const ends = stretches.reduce<number[]>((all, { lastsS }) => [...all, (all.at(-1) ?? 0) + lastsS], []);
  const timeS: number[] = [];
  const powerW: number[] = [];
  const rpm: number[] = [];
  let at = 0;
  let speed = stretches[0]!.rpm;
  for (let t = 0.37 * stepS; t < ends.at(-1)!; t += stepS) {
    while (t >= ends[at]!) at += 1;
    const { powerW: watts, rpm: wanted } = stretches[at]!;
    // Spun up with a time constant of two seconds.
    speed += (wanted - speed) * (1 - Math.exp(-stepS / 2));
    timeS.push(t);
    powerW.push(watts * (1 + 0.008 * chance.normal()));
    rpm.push(speed * (1 + 0.004 * chance.normal()));
  }
  return { ends: ends.slice(0, -1), channels: { power: powerW, fan_speed: rpm }, timeS };
}

/** Twelve soaks at three speeds and two loads, with idle between, in all 16 h at the longest. */
const soaks = (soakS: number): Stretch[] =>
  [170, 90].flatMap((powerW) =>
    [1500, 1200, 900].flatMap((rpm) => [
      { lastsS: soakS, powerW, rpm },
      { lastsS: soakS / 2, powerW: 8, rpm },
    ]),
  );

const least = (quantity: 'power' | 'fan_speed') => WATCHED.find((other) => other.quantity === quantity)!;

test.each([
  [0.1, 0.1, 700],
  [1, 1, 1300],
  [5, 1, 1300],
  [6, 6, 1300],
  [1, 10, 1300],
  [30, 2, 2400],
  [60, 60, 6400],
  [1, 60, 6400],
])(
  'every change of an evening is cut within a row of the slower log, and none is invented: power every %d s, fans every %d s',
  (powerS, fanS, soakS) => {
    const [power, fans] = [eveningOf(soaks(soakS), powerS, 3), eveningOf(soaks(soakS), fanS, 5)];
    const cuts = merged([
      ...stepsOf({ timeS: power.timeS, values: power.channels.power, ...least('power') }),
      ...stepsOf({ timeS: fans.timeS, values: fans.channels.fan_speed, ...least('fan_speed') }),
    ]);
    expect(cuts).toHaveLength(power.ends.length);
    power.ends.forEach((end, i) => {
      // Never late: a row of the next load in a settled window is the fault that this guards against.
      expect(cuts[i]! - end).toBeLessThanOrEqual(Math.max(powerS, fanS) + 1e-6);
      expect(cuts[i]! - end).toBeGreaterThanOrEqual(-Math.max(powerS, fanS));
    });
  },
);

test('what creeps, bursts or stands still is no step', () => {
  const timeS = Array.from({ length: 6000 }, (_, i) => i);
  const none = (values: number[], quantity: 'power' | 'fan_speed' = 'power') =>
    expect(stepsOf({ timeS, values, ...least(quantity) })).toEqual([]);
  const chance = seededChance(9);
  none(timeS.map(() => 170 * (1 + 0.02 * chance.normal())));
  // A processor that gives up 40 % over a quarter of an hour, and fans that follow a temperature.
  none(timeS.map((t) => 170 - 70 * Math.min(1, t / 900) + chance.normal()));
  none(
    timeS.map((t) => 900 + 0.1 * t + 3 * chance.normal()),
    'fan_speed',
  );
  none(timeS.map((t) => (t % 1000 > 500 && t % 1000 < 509 ? 40 : 170) + chance.normal()));
  expect(stepsOf({ timeS: [0, 1], values: [1, 500], ...least('power') })).toEqual([]);
});

test('a row of another century costs no memory, and the steps within the evening are not told from so far', () => {
  const timeS = Array.from({ length: 4000 }, (_, i) => (i === 3999 ? 2.5e11 : i));
  expect(stepsOf({ timeS, values: timeS.map((_, i) => (i < 2000 ? 170 : 90)), ...least('power') })).toEqual(
    [],
  );
});
