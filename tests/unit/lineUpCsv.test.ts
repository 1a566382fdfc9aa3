import fc from 'fast-check';
import { blankEntry, blankFan, type Entry } from '@/core/lineUp/entry';
import { blankProduct, type Product } from '@/core/lineUp/product';
import { coverWords } from '@/core/lineUp/underCover';
import { lineUpTable, readLineUp } from '@/formats/lineUpCsv';
import type { SchemaDescription, SchemaObjectDescription } from 'yup';
import { entrySheet, fanSheet, productSheet } from '@/contracts/sheets/lineUpSheets';

/** Every field of a product, none as it is left blank. */
const WHOLE: Product = {
  ...{ maker: 'Talleres del Viento', name: 'Solano 140', kind: 'air-tower', revision: 'B' },
  ...{ widthMm: 140, depthMm: 120.5, heightMm: 161, fanSizeMm: 140, fanThicknessMm: 25 },
  ...{ memoryClearanceMm: 38, finsToMemoryMm: 26, radiatorMm: 397, sockets: 'W10, W11' },
  radiatorThicknessMm: 27,
  ...{ mounting: 'two screws', connector: 'four-pin', ratedRpm: 1500, blades: 9 },
  ...{ makersNoise: '24.5 dB(A)', price: 59.9, currency: 'SEK', pricedOn: '2026-11-20', packSize: 2 },
  ...{ seller: 'shop on the corner', availability: 'in stock', warranty: 'six years' },
};
const ENTRY: Entry = {
  ...blankEntry(),
  fans: [
    blankFan({ name: 'Brisa 140', count: 2, direction: 'push', place: 'front', raisedMm: 4 }),
    blankFan({ name: 'Brisa 120', count: 1, direction: 'pull', eachPrice: 11.5, thicknessMm: 15 }),
  ],
  extras: [
    { name: 'bracket', price: 5 },
    { name: 'cable', price: 2.5 },
  ],
  layout: [{ place: 'front', slot: 1, direction: 'in', fan: 'Brisa 140', sizeMm: 140, dutyPct: 60 }],
};

const row = (product: Product, entry: Entry, covered = false) => ({
  ...{ productName: covered ? 'Fan A' : product.name, covered, isControl: true },
  ...{ product: { body: product }, entry: { body: entry }, sample: null },
});
const OPEN = coverWords([], []);
const back = (product: Product, entry = ENTRY) => {
  const { rows, problems } = readLineUp(lineUpTable([row(product, entry)], OPEN));
  expect(problems).toEqual([]);
  return rows[0]!;
};

test('each field of a product and of an entry goes out to the table and comes back, and is a field of its sheet', () => {
  const found = back(WHOLE);
  expect(found).toMatchObject({ product: WHOLE, isControl: true });
  expect(found.entry).toEqual(ENTRY);
  const blank = blankProduct({ name: 'x', kind: 'fan' });
  for (const field of Object.keys(blank) as (keyof Product)[]) {
    // A field that its blank value cannot be told from would come back by itself.
    expect([field, WHOLE[field]]).not.toEqual([field, blank[field]]);
    // And what the sheet does not know it would refuse, or drop.
    expect(productSheet.validateSync(WHOLE)[field]).toEqual(WHOLE[field]);
  }
  expect(entrySheet.validateSync(ENTRY)).toEqual(ENTRY);
});

test('a number comes back as it was, whatever it is within what a product can have', () => {
  const length = fc.double({ min: 1, max: 300, noNaN: true });
  fc.assert(
    fc.property(length, length, fc.integer({ min: 2, max: 13 }), (heightMm, widthMm, blades) => {
      expect(back({ ...WHOLE, heightMm, widthMm, blades }).product).toMatchObject({
        heightMm,
        widthMm,
        blades,
      });
    }),
    { numRuns: 30 },
  );
});

/** Any number that a sheet takes in a field, its bounds included. */
function numbersOf(
  sheet: typeof productSheet | typeof fanSheet,
): Record<string, fc.Arbitrary<number | null>> {
  const { fields } = sheet.describe() as SchemaObjectDescription;
  return Object.fromEntries(
    Object.entries(fields as Record<string, SchemaDescription & { nullable: boolean }>)
      .filter(([, { type }]) => type === 'number')
      .map(([name, { tests, nullable }]) => {
        const limit = (test: string) =>
          Number(tests.find((other) => other.name === test)?.params?.[test] ?? 0);
        const [min, max] = [limit('min'), limit('max')];
        const value = tests.some((other) => other.name === 'integer')
          ? fc.integer({ min, max })
          : fc.oneof(fc.double({ min, max, noNaN: true }), fc.constantFrom(min, max, 0));
        return [name, nullable ? fc.option(value) : value];
      }),
  );
}

test('whatever number the sheets take comes back from the table, at their bounds too', () => {
  const product = numbersOf(productSheet);
  const fan = numbersOf(fanSheet);
  expect([Object.keys(product).length, Object.keys(fan).length]).toEqual([13, 4]);
  fc.assert(
    fc.property(fc.record(product), fc.record(fan), (numbers, fanNumbers) => {
      const written = { ...WHOLE, ...(numbers as Partial<Product>) };
      const entry = { ...ENTRY, fans: [blankFan({ name: 'Brisa', ...(fanNumbers as object) })] };
      const found = back(written, entry);
      expect(found.product).toEqual(written);
      expect(found.entry).toEqual(entry);
    }),
    { numRuns: 200 },
  );
});

test('a number that the sheet refuses is named by its column', () => {
  const table = lineUpTable([row(WHOLE, ENTRY)], OPEN).replace(',1500,', ',-5,');
  expect(readLineUp(table)).toMatchObject({
    rows: [],
    problems: [{ line: 2, column: 'rated_rpm', message: 'cannot be negative' }],
  });
});

test('under a cover nothing goes out that names the product', () => {
  const words = coverWords([{ name: WHOLE.name, maker: WHOLE.maker, coverName: 'Fan A', code: 'fan-a' }], []);
  const text = lineUpTable([row(WHOLE, { ...ENTRY, fans: [blankFan({ name: 'Solano 140' })] }, true)], words);
  expect(text).not.toMatch(/Solano|Talleres|24\.5 dB|corner|six years/);
  expect(text).toContain('161');
});
