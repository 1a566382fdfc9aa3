import { levelScatter, readingShare } from './fanScatter';

test('the scatter of a fan’s levels is that of all repeats together, each around its own mean', () => {
  // Pairs 0.3 dB apart: variance 0.045, of a mean of two 0.0225.
  expect(
    levelScatter([
      [30, 30.3],
      [40, 40.3],
    ]),
  ).toBeCloseTo(0.15, 10);
  // How far settings are from one another is no scatter; a setting read once says nothing of it.
  expect(levelScatter([[20, 20.6], [55]])).toBeCloseTo(Math.sqrt(0.18 / 2), 10);
});

test('levels that repeat to the digit are no better than a meter, and those never repeated say nothing', () => {
  expect(levelScatter([[30, 30, 30]])).toBe(0.1);
  expect(levelScatter([[30], [35]])).toBeUndefined();
  expect(levelScatter([])).toBeUndefined();
});

test('the share of a reading is by what repeats scatter by, and never under what is assumed of one', () => {
  // 1.0 and 1.2 around 1.1: a standard deviation of 0.1414, of a mean of two 0.1, of 1.1 a share of 0.0909.
  expect(readingShare([[1, 1.2]], 0.03)).toBeCloseTo(0.1 / 1.1, 10);
  // A fast and a slow setting that scatter by the same share count alike.
  expect(
    readingShare(
      [
        [1, 1.2],
        [10, 12],
      ],
      0.03,
    ),
  ).toBeCloseTo(0.1 / 1.1, 10);
  expect(readingShare([[1, 1.2]], 0.2)).toBe(0.2);
  expect(readingShare([[1], [2]], 0.03)).toBe(0.03);
});
