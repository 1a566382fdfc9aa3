import fc from 'fast-check';
import { seededChance } from '../../../tests/support/chance';
import { groupBy } from './groupBy';
import { leastSquaresLine } from './leastSquaresLine';
import { mean } from './mean';
import { median } from './median';
import { normalCdf, normalDensity } from './distributions/normal';
import { quantile } from './quantile';
import { robustSigma } from './robustSigma';
import { solveLinear } from './solveLinear';

const number = fc.double({ min: -1e3, max: 1e3, noNaN: true });

test('a solved system gives its right side again; a singular one is told', () => {
  const matrix = fc.array(fc.tuple(number, number, number), { minLength: 3, maxLength: 3 });
  fc.assert(
    fc.property(matrix, fc.tuple(number, number, number), (a, b) => {
      const [p, q, r] = a as unknown as [number[], number[], number[]];
      const x = solveLinear(a, b);
      const determinant =
        p[0]! * (q[1]! * r[2]! - q[2]! * r[1]!) -
        p[1]! * (q[0]! * r[2]! - q[2]! * r[0]!) +
        p[2]! * (q[0]! * r[1]! - q[1]! * r[0]!);
      if (!x || Math.abs(determinant) < 1) return;
      a.forEach((row, i) => {
        const back = row.reduce((sum, value, k) => sum + value * x[k]!, 0);
        const scale = row.reduce((sum, value, k) => sum + Math.abs(value * x[k]!), 1);
        expect(Math.abs(back - b[i]!) / scale).toBeLessThan(1e-6);
      });
    }),
  );
  expect(
    solveLinear(
      [
        [1, 2],
        [2, 4],
      ],
      [1, 1],
    ),
  ).toBeNull();
});

test('the fitted line goes through exact points, through the centre of any, and its error is that of many repeats', () => {
  fc.assert(
    fc.property(
      number,
      number,
      fc.uniqueArray(fc.integer({ min: -100, max: 100 }), { minLength: 3 }),
      (slope, intercept, x) => {
        const line = leastSquaresLine(
          x,
          x.map((value) => intercept + slope * value),
        );
        expect(line.known).toBe(true);
        if (!line.known) return;
        expect(line.value.slope).toBeCloseTo(slope, 5);
        expect(line.value.intercept + line.value.slope * mean(x)).toBeCloseTo(intercept + slope * mean(x), 5);
      },
    ),
  );
  const chance = seededChance(11);
  const x = Array.from({ length: 30 }, (_, i) => i);
  const slopes: number[] = [];
  for (let i = 0; i < 600; i += 1) {
    const line = leastSquaresLine(
      x,
      x.map((value) => 2 + 0.1 * value + chance.normal()),
    );
    if (line.known) slopes.push(line.value.slope);
  }
  const spread = Math.sqrt(mean(slopes.map((slope) => (slope - 0.1) ** 2)));
  // Standard error of a slope: σ / √Σ(x − x̄)².
  expect(spread).toBeCloseTo(1 / Math.sqrt(x.reduce((sum, value) => sum + (value - 14.5) ** 2, 0)), 2);
  expect(leastSquaresLine([1, 1, 1], [1, 2, 3]).known).toBe(false);
  expect(leastSquaresLine([1, 2, NaN, 4], [1, 2, 3, NaN]).known).toBe(false);
});

test('quantiles lie within, rise with their share, and meet least, median and greatest', () => {
  const shares = fc.tuple(
    fc.double({ min: 0, max: 1, noNaN: true }),
    fc.double({ min: 0, max: 1, noNaN: true }),
  );
  fc.assert(
    fc.property(fc.array(number, { minLength: 1 }), shares, (values, [a, b]) => {
      const low = quantile(values, Math.min(a, b));
      const high = quantile(values, Math.max(a, b));
      expect(low).toBeLessThanOrEqual(high + 1e-9);
      expect(quantile(values, 0)).toBeCloseTo(Math.min(...values), 9);
      expect(quantile(values, 1)).toBeCloseTo(Math.max(...values), 9);
      expect(quantile(values, 0.5)).toBeCloseTo(median(values), 9);
    }),
  );
  // Hyndman & Fan, type 7.
  expect(quantile([1, 2, 3, 4], 0.1)).toBeCloseTo(1.3, 12);
  expect(() => quantile([], 0.5)).toThrow('no values');
  expect(() => quantile([1], NaN)).toThrow('share from 0 to 1, got NaN');
});

test('robust spread is the normal one, and a fifth of wild values does not move it far', () => {
  const chance = seededChance(3);
  const values = Array.from({ length: 4000 }, () => 2 * chance.normal());
  expect(robustSigma(values)).toBeCloseTo(2, 0);
  const wild = values.map((value, i) => (i % 5 === 0 ? 100 : value));
  expect(robustSigma(wild)).toBeLessThan(3);
  expect(robustSigma(wild)).toBeGreaterThan(2);
});

test('the normal distribution: symmetric, its density its derivative, and the known points', () => {
  for (const z of [-3, -1.5, -0.2, 0, 0.7, 2.2]) {
    expect(normalCdf(z) + normalCdf(-z)).toBeCloseTo(1, 12);
    expect((normalCdf(z + 1e-5) - normalCdf(z - 1e-5)) / 2e-5).toBeCloseTo(normalDensity(z), 8);
  }
  expect(normalCdf(1.959963985)).toBeCloseTo(0.975, 9);
});

test('groups hold everything once, in the order of coming', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 50 })), (values) => {
      const groups = groupBy(values, (value) => value % 7);
      expect([...groups.values()].flat().sort((a, b) => a - b)).toEqual([...values].sort((a, b) => a - b));
      for (const [key, numbers] of groups)
        expect(numbers).toEqual(values.filter((value) => value % 7 === key));
    }),
  );
});
