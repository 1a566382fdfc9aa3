import fc from 'fast-check';
import { caseProblem, roomInCase, usualCase, type LabCase } from '@/core/cases/labCase';
import { CASE_PLACES, drawnSlots, layoutProblem, USUAL_CASE, type LayoutFan } from '@/core/cases/layout';
import { caseSheet } from '@/contracts/sheets/caseSheet';

const fan = (place: LayoutFan['place'], slot: number, sizeMm: number | null = 120): LayoutFan => ({
  ...{ place, slot, sizeMm, direction: 'in', fan: 'Brisa', dutyPct: null },
});

const sides = fc.subarray([...CASE_PLACES], { minLength: 1 }).chain((places) =>
  fc.tuple(
    ...places.map((place) =>
      fc.record({
        place: fc.constant(place),
        slots: fc.integer({ min: 1, max: 9 }),
        sizeMm: fc.constantFrom(80, 92, 120, 140, 200),
        radiatorMm: fc.option(fc.integer({ min: 120, max: 420 })),
        radiatorDepthMm: fc.option(fc.integer({ min: 20, max: 120 })),
      }),
    ),
  ),
);

test('any case that can be passes its door as it is, and every one of its slots takes a fan', () => {
  fc.assert(
    fc.property(sides, (sides) => {
      const labCase: LabCase = { ...usualCase('Cofre'), sides };
      expect(caseProblem(labCase)).toBeNull();
      expect(caseSheet.validateSync(labCase)).toEqual(labCase);
      const full = sides.flatMap(({ place, slots, sizeMm }) =>
        Array.from({ length: slots }, (_, i) => fan(place, i + 1, sizeMm)),
      );
      expect(layoutProblem(full, sides)).toBeNull();
      expect(drawnSlots(full, sides)).toEqual(sides.map(({ place, slots }) => ({ place, slots })));
      // One more at any side, one larger, one twice: each is told.
      const { place, slots, sizeMm } = sides[0]!;
      expect(layoutProblem([fan(place, slots + 1)], sides)).toContain(
        `the case takes ${slots} at the ${place}`,
      );
      expect(layoutProblem([fan(place, 1, sizeMm + 1)], sides)).toContain('does not fit');
      expect(layoutProblem([fan(place, 1, 40), fan(place, 1, 40)], sides)).toBe(`two fans at ${place} 1`);
      const missing = CASE_PLACES.find((other) => sides.every((side) => side.place !== other));
      if (missing)
        expect(layoutProblem([fan(missing, 1)], sides)).toBe(`the case takes no fan at the ${missing}`);
    }),
  );
});

test('a layout that does not fit the drawing is drawn all the same: at places and slots that the case has not', () => {
  const sides = USUAL_CASE.filter(({ place }) => place === 'front' || place === 'rear');
  expect(drawnSlots([fan('top', 2), fan('rear', 3)], sides)).toEqual([
    { place: 'front', slots: 3 },
    { place: 'rear', slots: 3 },
    { place: 'top', slots: 2 },
  ]);
  expect(drawnSlots([]).map(({ place }) => place)).toEqual([...CASE_PLACES]);
});

test.each([
  [168, 40, ['168 mm high, and Baúl has room for 160 mm']],
  [160, 44, []],
  [158, 38, ['leaves 38 mm for memory, and that in Baúl stands 44 mm high']],
  [null, 44, []],
  [168, null, ['168 mm high, and Baúl has room for 160 mm']],
  [170, 10, ['168', '10']],
])('a cooler of %p mm that leaves %p mm for memory', (heightMm, memoryClearanceMm, told) => {
  const room: LabCase = { ...usualCase('Baúl'), coolerHeightMm: 160, memoryHeightMm: 44 };
  const tower = { heightMm, memoryClearanceMm, radiatorMm: null, radiatorDepthMm: null, isLoop: false };
  const words = roomInCase(tower, room);
  if (heightMm === 168 && memoryClearanceMm === 40) expect(words[0]).toBe(told[0]);
  else if (heightMm === 170) expect(words).toHaveLength(2);
  else expect(words).toEqual(told);
  // Nothing is told where the case itself was not noted.
  expect(roomInCase(tower, usualCase('Baúl'))).toEqual([]);
});

test.each([
  [397, 52, []],
  [360, 40, []],
  [420, 52, ['its radiator of 420 mm goes nowhere in Baúl: front 280 mm, top 400 mm']],
  [397, 77, ['its radiator with fans is 77 mm deep, too much for Baúl: top 55 mm']],
  [null, 52, []],
])(
  'a loop of %p mm, %p mm deep, fits where a side takes its radiator',
  (radiatorMm, radiatorDepthMm, told) => {
    const room: LabCase = {
      ...usualCase('Baúl'),
      ...{ coolerHeightMm: 40, memoryHeightMm: 60 },
      sides: [
        { place: 'front', slots: 2, sizeMm: 140, radiatorMm: 280, radiatorDepthMm: 90 },
        { place: 'top', slots: 3, sizeMm: 120, radiatorMm: 400, radiatorDepthMm: 55 },
        { place: 'rear', slots: 1, sizeMm: 120, radiatorMm: null, radiatorDepthMm: null },
      ],
    };
    const loop = { heightMm: 52, memoryClearanceMm: 0, radiatorMm, radiatorDepthMm, isLoop: true };
    expect(roomInCase(loop, room)).toEqual(told);
  },
);
