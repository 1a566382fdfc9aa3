import fc from 'fast-check';
import { pchip, pchipAt } from './pchip';

test('known slopes: weighted harmonic inside, three-point at the ends', () => {
  // By hand for x² on 0, 1, 3: d = 1, 4; inside (5 + 4)/(5/1 + 4/4) = 1.5; ends ((2·1+2)·1 − 1·4)/3 = 0 and ((2·2+1)·4 − 2·1)/3 = 6
  const { slopes } = pchip([0, 1, 3], [0, 1, 9]);
  expect(slopes).toEqual([0, 1.5, 6]);
});

test('a straight line is kept, points are met, and nothing is carried beyond the ends', () => {
  const line = pchip([0, 1, 4, 6], [1, 3, 9, 13]);
  expect(pchipAt(line, 2.5)).toMatchObject({ y: 6, slope: 2 });
  expect(pchipAt(line, 6).y).toBe(13);
  expect(() => pchipAt(line, 6.01)).toThrow('outside');
  expect(() => pchip([1, 1], [0, 1])).toThrow('ascend');
});

test('a curve never leaves the range of its neighbouring points', () => {
  const point = fc.record({
    step: fc.double({ min: 0.01, max: 10, noNaN: true }),
    y: fc.double({ min: -100, max: 100, noNaN: true }),
  });
  fc.assert(
    fc.property(
      fc.array(point, { minLength: 2, maxLength: 8 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (points, share) => {
        let at = 0;
        const x = points.map(({ step }) => (at += step));
        const y = points.map((point) => point.y);
        const curve = pchip(x, y);
        const last = x[x.length - 1]!;
        const where = Math.min(last, x[0]! + share * (last - x[0]!));
        const value = pchipAt(curve, where);
        const ends = [y[value.piece]!, y[value.piece + 1]!];
        expect(value.y).toBeGreaterThanOrEqual(Math.min(...ends) - 1e-9);
        expect(value.y).toBeLessThanOrEqual(Math.max(...ends) + 1e-9);
      },
    ),
  );
});
