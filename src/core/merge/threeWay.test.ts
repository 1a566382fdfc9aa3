import fc from 'fast-check';
import { threeWay } from './threeWay';

const sheet = fc.record({
  name: fc.string(),
  watts: fc.option(fc.integer()),
  lines: fc.array(fc.integer(), { maxLength: 3 }),
  school: fc.record({ choice: fc.constantFrom('a', 'b'), reason: fc.string() }),
});
type Sheet = typeof sheet extends fc.Arbitrary<infer T> ? T : never;

test('who changes nothing takes what the other wrote, and who is alone is taken whole', () => {
  fc.assert(
    fc.property(sheet, sheet, (base, other) => {
      expect(threeWay(base, other, base)).toEqual({ body: other, overlaps: [] });
      expect(threeWay(base, base, other)).toEqual({ body: other, overlaps: [] });
      expect(threeWay(base, other, other)).toEqual({ body: other, overlaps: [] });
    }),
  );
});

test('every field is of who changed it; one’s own stands where both did, and is named', () => {
  fc.assert(
    fc.property(sheet, sheet, sheet, (base, theirs, mine) => {
      const { body, overlaps } = threeWay(base, theirs, mine) as { body: Sheet; overlaps: string[] };
      const flat = ({ name, watts, lines, school }: Sheet) => ({
        ...{ name, watts, lines, 'school.choice': school.choice, 'school.reason': school.reason },
      });
      const [was, them, me, now] = [flat(base), flat(theirs), flat(mine), flat(body)];
      for (const field of Object.keys(was) as (keyof typeof was)[]) {
        const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
        const iChanged = !same(me[field], was[field]);
        const theyChanged = !same(them[field], was[field]);
        expect(now[field]).toEqual(iChanged ? me[field] : them[field]);
        expect(overlaps.includes(field)).toBe(iChanged && theyChanged && !same(me[field], them[field]));
      }
    }),
  );
});

test('the order of fields is no change, and a list is one field', () => {
  expect(
    threeWay({ a: 1, b: { c: 1, d: 2 } }, { b: { d: 2, c: 1 }, a: 5 }, { a: 1, b: { c: 3, d: 2 } }),
  ).toEqual({
    body: { a: 5, b: { c: 3, d: 2 } },
    overlaps: [],
  });
  expect(threeWay({ list: [1, 2] }, { list: [1, 2, 3] }, { list: [2] })).toEqual({
    body: { list: [2] },
    overlaps: ['list'],
  });
  expect(threeWay({ a: 1, b: 1 }, { b: 1 }, { a: 1, b: 2 })).toEqual({ body: { b: 2 }, overlaps: [] });
});
