import { AXES, lineStep } from './axis';
import { firstLine } from './firstLine';
import type { EntryCurve } from './entryCurve';

const curve = (...places: number[]) => ({ points: places.map((at) => ({ at })) }) as unknown as EntryCurve;

test.each([
  ['noise', 'ArrowRight', 0.1],
  ['noise', 'ArrowLeft', -0.1],
  ['noise', 'PageUp', 1],
  ['rpm', 'ArrowUp', 10],
  ['rpm', 'PageDown', -100],
  ['duty', 'PageUp', 10],
  ['duty', 'Home', null],
] as const)('against %s, %s moves the line by %p', (against, key, step) => {
  expect(lineStep(key, AXES[against])).toBe(step);
});

test.each([
  ['between what all reach', [curve(600, 1400), curve(800, 1600)], 'rpm', 1100],
  [
    'where curves do not overlap, between their nearest ends',
    [curve(600, 800), curve(1000, 1400)],
    'rpm',
    900,
  ],
  ['of one setting, there', [curve(1230)], 'rpm', 1200],
  ['on the steps of the axis', [curve(31, 74)], 'duty', 50],
  ['without a curve, at the first grid line', [curve()], 'duty', 10],
] as const)('a line begins %s', (_, curves, against, at) => {
  expect(firstLine(curves, AXES[against])).toBe(at);
});
