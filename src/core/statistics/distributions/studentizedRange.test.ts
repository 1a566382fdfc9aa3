import { normalCdf } from './normal';
import { NODES_OF_FREEDOM, studentizedRange, studentizedRangeExact } from './studentizedRange';
import { FIRST_COUNT, TABLE } from './studentizedRangeTable';

test('the normal distribution by its published quantiles', () => {
  expect(normalCdf(1.959963985)).toBeCloseTo(0.975, 9);
  expect(normalCdf(-3.090232306)).toBeCloseTo(0.001, 9);
});

test('upper 5 % points agree with the printed tables (Harter 1960)', () => {
  const table: [number, number, number][] = [
    [2, 1, 17.97],
    [8, 1, 45.4],
    [3, 2, 8.331],
    [10, 5, 6.995],
    [3, 10, 3.877],
    [8, 10, 5.305],
    [20, 20, 5.714],
    [2, Infinity, 2.772],
    [8, Infinity, 4.286],
    [20, Infinity, 5.012],
  ];
  for (const [count, freedom, q] of table) {
    expect(Math.abs(studentizedRange(0.95, count, freedom) - q)).toBeLessThan(0.005);
  }
});

test('two means are Student’s t: q = √2·t', () => {
  expect(studentizedRange(0.95, 2, 10) / Math.SQRT2).toBeCloseTo(2.228, 3);
});

test('the table that pages read is what the quadrature gives, and between its nodes too', () => {
  expect(TABLE.every((row) => row.length === NODES_OF_FREEDOM.length)).toBe(true);
  for (const count of [2, 3, 8, 24, FIRST_COUNT + TABLE.length - 1])
    NODES_OF_FREEDOM.forEach((freedom, node) => {
      if (node % 3 === count % 3)
        expect(TABLE[count - FIRST_COUNT]![node]! / studentizedRangeExact(0.95, count, freedom)).toBeCloseTo(
          1,
          4,
        );
    });
  for (const [count, freedom] of [
    [8, 1.5],
    [8, 2.7],
    [3, 9.3],
    [20, 42],
  ] as const)
    expect(studentizedRange(0.95, count, freedom) / studentizedRangeExact(0.95, count, freedom)).toBeCloseTo(
      1,
      3,
    );
  expect(studentizedRange(0.9, 4, 10)).toBeCloseTo(3.7, 1);
});
