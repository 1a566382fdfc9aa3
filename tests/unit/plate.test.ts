import fc from 'fast-check';
import { flatness, type PlatePoint } from '@/core/plate/flatness';
import { samplesApart } from '@/core/plate/samplesApart';
import { typedGrid } from '@/core/plate/typedGrid';
import { readFlatness } from '@/formats/bundle/tables/flatnessTable';
import { ProblemList } from '@/formats/problem';
import { platesCsv } from '@demo/generators/plates';
import { valueOf } from '../support/outcome';

const grid = (depth: (x: number, y: number) => number, side = 5): PlatePoint[] =>
  Array.from({ length: side * side }, (_, i) => {
    const [xMm, yMm] = [4 * (i % side), 4 * Math.floor(i / side)];
    return { xMm, yMm, depthUm: depth(xMm, yMm) };
  });
const shape = { withoutPlane: true };

test('a plane taken out leaves the shape, however the plate lay', () => {
  const slope = fc.double({ min: -5, max: 5, noNaN: true });
  const bow = (x: number, y: number) => 0.3 * (x - 8) ** 2 + 0.2 * (y - 8) ** 2;
  const still = valueOf(flatness(grid(bow), shape));
  fc.assert(
    fc.property(slope, slope, fc.double({ min: 0, max: 100, noNaN: true }), (a, b, lift) => {
      const leaning = valueOf(
        flatness(
          grid((x, y) => bow(x, y) + a * x + b * y + lift),
          shape,
        ),
      );
      expect(leaning.peakToValleyUm).toBeCloseTo(still.peakToValleyUm, 6);
      expect(leaning.rmsUm).toBeCloseTo(still.rmsUm, 6);
      expect(leaning.tilt.alongX - still.tilt.alongX).toBeCloseTo(a, 8);
      expect(leaning.tilt.alongY - still.tilt.alongY).toBeCloseTo(b, 8);
    }),
  );
  expect(
    valueOf(
      flatness(
        grid((x) => 2 * x),
        { withoutPlane: false },
      ),
    ).peakToValleyUm,
  ).toBe(32);
  expect(
    valueOf(
      flatness(
        grid((x) => 2 * x),
        shape,
      ),
    ).peakToValleyUm,
  ).toBeCloseTo(0, 9);
});

test('three places always lie on one plane: they tell no flatness, four do', () => {
  const places = grid((x, y) => x + y, 2);
  expect(flatness(places.slice(0, 3), shape)).toEqual({
    known: false,
    reason: '3 places are no grid: four at least',
  });
  expect(valueOf(flatness(places, shape)).count).toBe(4);
});

test('the box is that of the depths: quartiles, whiskers within reach, and what lies outside', () => {
  const depths = [0, 1, 2, 3, 4, 5, 6, 7, 8, 100];
  const { box, peakToValleyUm, rmsUm } = valueOf(
    flatness(
      depths.map((depthUm, i) => ({ xMm: i % 5, yMm: Math.floor(i / 5), depthUm })),
      { withoutPlane: false },
    ),
  );
  expect(box).toEqual({ whiskerLow: 0, lower: 2.25, median: 4.5, upper: 6.75, whiskerHigh: 8 });
  expect(peakToValleyUm).toBe(100);
  expect(rmsUm).toBeCloseTo(Math.sqrt(1020.4 - 13.6 ** 2), 9);
});

test('one place is no grid, a line has no plane, and a depth must be a number', () => {
  expect(
    flatness(
      grid(() => 1, 1),
      shape,
    ),
  ).toEqual({ known: false, reason: '1 place is no grid: four at least' });
  const line = grid((x) => x).slice(0, 5);
  expect(flatness(line, shape)).toMatchObject({ known: false, reason: expect.stringContaining('one line') });
  expect(flatness(line, { withoutPlane: false }).known).toBe(true);
  expect(() =>
    flatness(
      grid(() => NaN),
      shape,
    ),
  ).toThrow('flatness: places must be finite');
});

test.each([
  ['rows with a heading', 'x_mm,y_mm,depth_um\n0,0,3\n5,0,0\n0,5,1.5\n5,5,2', 'rows' as const, 4],
  ['decimal commas and tabs', '0\t0\t3,5\n5\t0\t0', 'rows' as const, 2],
  ['a grid', '0 3 4\n2 1 0\n', { pitchMm: 5 }, 6],
  ['a grid with commas', '0,3,4\n2,1,0', { pitchMm: 5 }, 6],
  ['comments and empty lines', '# probe 2\n\n0 0 1\n5 0 0', 'rows' as const, 2],
])('depths are read as they are typed: %s', (_, text, layout, count) => {
  expect(typedGrid(text, layout)).toHaveLength(count);
});

test('a decimal comma is none of the separators', () => {
  expect(typedGrid('0; 0; 3,5', 'rows')).toEqual([{ xMm: 0, yMm: 0, depthUm: 3.5 }]);
  expect(typedGrid('0 3\n2 1', { pitchMm: 2.5 })).toContainEqual({ xMm: 2.5, yMm: 2.5, depthUm: 1 });
});

test.each([
  ['0 0 1\n0 0 2', 'rows' as const, 2, 'the place 0, 0 mm is listed twice'],
  ['0 0 -1', 'rows' as const, 1, 'counted down from the highest place, got -1'],
  ['0 0 1\n1 2', 'rows' as const, 2, 'x, y and depth were expected, got 2 numbers'],
  ['1 2 3\n4 5', { pitchMm: 5 }, 2, '3 depths were expected, as on the first line, got 2'],
  ['0 0 1\nx y z', 'rows' as const, 2, 'not a number: “x”'],
])('%j is told with its line', (text, layout, line, message) => {
  expect(typedGrid(text, layout)).toEqual({ line, message: expect.stringContaining(message) });
});

test('two samples of one product: their flatness apart, and their shapes on one another', () => {
  const [one, other] = [
    valueOf(
      flatness(
        grid((x) => 0.2 * (x - 8) ** 2),
        shape,
      ),
    ),
    valueOf(
      flatness(
        grid((x) => 0.3 * (x - 8) ** 2),
        shape,
      ),
    ),
  ];
  const apart = samplesApart(one, other);
  expect(apart.peakToValleyUm).toBeCloseTo(other.peakToValleyUm - one.peakToValleyUm, 9);
  expect(apart.shapeRmsUm).toBeCloseTo(other.rmsUm - one.rmsUm, 9);
  expect(samplesApart(one, one).shapeRmsUm).toBe(0);
  const shifted = { ...other, points: other.points.map((point) => ({ ...point, xMm: point.xMm + 1 })) };
  expect(samplesApart(one, shifted).shapeRmsUm).toBeNull();
});

test('flatness.csv: the simulated plates are read whole, and each wrong row is told', () => {
  const read = (text: string) => {
    const problems = new ProblemList();
    const entries = new Set(['tramontana', 'galerna-twin', 'lebeche-120', 'cierzo-240']);
    return {
      plates: readFlatness(new TextEncoder().encode(text), entries, problems),
      problems: problems.list(),
    };
  };
  const sound = read(platesCsv(7));
  expect(sound.problems).toEqual([]);
  // Hollow in its middle by 46 µm and twisted by 9: the corners stand highest.
  const hollow = valueOf(flatness(sound.plates.get('galerna-twin')!, shape));
  expect(hollow.peakToValleyUm).toBeGreaterThan(46);
  expect(hollow.peakToValleyUm).toBeLessThan(64);
  expect(
    hollow.points.reduce((deep, point) => (point.depthUm > deep.depthUm ? point : deep)).xMm,
  ).toBeCloseTo(18, -1);
  const head = 'entry,x_mm,y_mm,depth_um\n';
  expect(read(`${head}tramontana,0,0,1\n`).problems).toMatchObject([
    { message: expect.stringContaining('no grid') },
  ]);
  const rows =
    'tramontana,0,0,1\ntramontana,0,0,2\nnobody,0,0,1\ntramontana,4,0,-3\ntramontana,4,4,1\ntramontana,0,4,1\ntramontana,8,8,2\n';
  const { plates, problems } = read(head + rows);
  // Depths are signed: a dome has its heights.
  expect(plates.get('tramontana')).toHaveLength(5);
  expect(problems.map(({ line, column }) => [line, column])).toEqual([
    [3, 'x_mm'],
    [4, 'entry'],
  ]);
});
