import { normalCdf } from './normal';
import { studentizedRange } from './studentizedRange';

test('the normal distribution by its published quantiles', () => {
  expect(normalCdf(1.959963985)).toBeCloseTo(0.975, 9);
  expect(normalCdf(-3.090232306)).toBeCloseTo(0.001, 9);
});

test('upper 5 % points agree with the printed tables (Harter 1960)', () => {
  const table: [number, number, number][] = [
    [2, 1, 17.97], [8, 1, 45.4], [3, 2, 8.331], [10, 5, 6.995], [3, 10, 3.877], [8, 10, 5.305], [20, 20, 5.714],
    [2, Infinity, 2.772], [8, Infinity, 4.286], [20, Infinity, 5.012],
  ]; // prettier-ignore
  for (const [count, freedom, q] of table) {
    expect(Math.abs(studentizedRange(0.95, count, freedom) - q)).toBeLessThan(0.005);
  }
});

test('two means are Student’s t: q = √2·t', () => {
  expect(studentizedRange(0.95, 2, 10) / Math.SQRT2).toBeCloseTo(2.228, 3);
});
