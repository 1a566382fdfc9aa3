import fc from 'fast-check';
import { isMissing } from '../missing';
import { seededChance } from '../../../tests/support/chance';
import { windowStep } from '../statistics/windowStep';
import { chained } from './chained';
import { joinOnto, reachS } from './joinOnto';

test('readings go to the nearest time, and no value is invented', () => {
  const joined = joinOnto([0, 1, 2, 3], [0.1, 2.2], [5, 6], 0.5);
  expect(Array.from(joined, (v) => (isMissing(v) ? null : v))).toEqual([5, null, 6, null]);
  expect(reachS([0, 2, 4, 6])).toBe(1.75);
  const ascending = fc
    .array(fc.double({ min: 0, max: 1000, noNaN: true }), { minLength: 1, maxLength: 40 })
    .map((values) => [...values].sort((a, b) => a - b));
  fc.assert(
    fc.property(ascending, ascending, (times, source) => {
      const values = source.map((_, i) => i);
      for (const [i, value] of joinOnto(times, source, values, 3).entries()) {
        const nearest = Math.min(...source.map((at) => Math.abs(at - times[i]!)));
        if (isMissing(value)) expect(nearest).toBeGreaterThan(3);
        else expect(Math.abs(source[value]! - times[i]!)).toBe(nearest);
      }
    }),
  );
});

test('logs of one kind follow each other; of two at one time the first counts, and a log that gives nothing is told', () => {
  const first = { timeS: [0, 1, 2, 3], values: [10, 11, 12, 13] };
  const later = { timeS: [3, 4, 5], values: [23, 24, 25] };
  const within = { timeS: [1, 2], values: [91, 92] };
  const before = { timeS: [-2, -1], values: [8, 9] };
  expect(chained([first, later, within, before])).toEqual({
    timeS: [-2, -1, 0, 1, 2, 3, 4, 5],
    values: [8, 9, 10, 11, 12, 13, 24, 25],
    used: [true, true, false, true],
  });
  expect(chained([])).toEqual({ timeS: [], values: [], used: [] });
});

test('a step of a level is found whatever its time, a burst and noise make none', () => {
  const chance = seededChance(8);
  const noise = Array.from({ length: 300 }, () => 33 + 0.2 * chance.normal());
  expect(windowStep(noise)).toBeLessThan(0.4);
  for (const at of [60, 150, 250])
    expect(windowStep(noise.map((value, i) => (i < at ? value : value - 12)))).toBeCloseTo(12, 0);
  expect(windowStep(noise.map((value, i) => (i > 100 && i < 104 ? 60 : value)))).toBeLessThan(1);
  expect(windowStep([33, 45])).toBe(0);
});
