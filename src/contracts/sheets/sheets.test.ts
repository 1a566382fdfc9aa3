import { blankEntry, blankFan } from '@/core/lineUp/entry';
import { blankProduct } from '@/core/lineUp/product';
import { SHEETS, sheetFrom, type SheetKind } from './sheets';

const FAN = blankFan({ name: 'Brisa 140', count: 2 });
const ENTRY = { ...blankEntry(), fans: [FAN] };

test('a sheet of an older version has the defaults of what came later, at the top and in its rows', () => {
  const { layout: _, ...older } = ENTRY;
  const { raisedMm: __, ...olderFan } = FAN;
  expect(sheetFrom('entry', older)).toEqual(ENTRY);
  expect(sheetFrom('entry', { ...ENTRY, fans: [olderFan] })).toEqual(ENTRY);
  const { blades: ___, ...product } = blankProduct({ name: 'Levante', kind: 'air-tower' });
  expect(sheetFrom('product', product)).toEqual(blankProduct({ name: 'Levante', kind: 'air-tower' }));
});

test('what is whole comes back as it was written, the same object, and what nobody knows stays in it', () => {
  const written = { ...ENTRY, coverName: '  Sample A ', later: 1 };
  expect(sheetFrom('entry', written)).toBe(written);
});

test.each(Object.keys(SHEETS) as SheetKind[])('a %s that is nothing but itself breaks nothing', (kind) => {
  expect(() => sheetFrom(kind, {})).not.toThrow();
});
