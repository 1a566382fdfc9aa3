import fc from 'fast-check';
import { besideMarks } from './besideMarks';

const FRAME = { left: 0, right: 800, top: 0, bottom: 400 };

const mark = (x: number, y: number, widthPx = 80) => ({
  ...{ x, y, widthPx },
  spanX: [x, x] as const,
  spanY: [y, y] as const,
});

test('a name alone stands at the right of its marker, and at the left where the frame ends', () => {
  expect(besideMarks([mark(300, 200)], FRAME)).toEqual([{ x: 310, y: 204, anchor: 'start' }]);
  expect(besideMarks([mark(790, 200)], FRAME)).toEqual([{ x: 780, y: 204, anchor: 'end' }]);
});

test('a name gives way to the marker and to the name beside it, and to its own interval', () => {
  expect(besideMarks([mark(300, 200), mark(330, 205)], FRAME)).toEqual([
    { x: 290, y: 204, anchor: 'end' },
    { x: 340, y: 209, anchor: 'start' },
  ]);
  expect(besideMarks([{ ...mark(300, 200), spanX: [300, 380] }], FRAME)).toEqual([
    { x: 290, y: 204, anchor: 'end' },
  ]);
  expect(besideMarks([{ ...mark(300, 200), spanX: [220, 380] }], FRAME)).toEqual([
    { x: 308, y: 191, anchor: 'start' },
  ]);
});

test('names of markers that have room around them cover nothing and stay in the frame', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 19 }), { minLength: 1, maxLength: 20 }), (cells) => {
      const marks = cells.map((cell) => mark(100 + (cell % 5) * 150, 50 + Math.floor(cell / 5) * 90, 90));
      const boxes = besideMarks(marks, FRAME).map(({ x, y, anchor }) => ({
        from: anchor === 'end' ? x - 90 : anchor === 'middle' ? x - 45 : x,
        y,
      }));
      for (const [i, one] of boxes.entries()) {
        expect(one.from).toBeGreaterThanOrEqual(0);
        expect(one.from + 90).toBeLessThanOrEqual(800);
        for (const other of boxes.slice(i + 1))
          expect(Math.abs(one.from - other.from) >= 90 || Math.abs(one.y - other.y) >= 16).toBe(true);
      }
    }),
  );
});
