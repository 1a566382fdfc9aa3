import fc from 'fast-check';
import { pastedNumber, readPasted } from './pastedBlock';

test.each([
  ['33,5', 33.5],
  ['33.5 °C', 33.5],
  ['−4', -4],
  ['+4', 4],
  ['1 250 rpm', 1250],
  ['1\u202f250', 1250],
  ['１２', 12],
  ['50 %', 50],
  ['', null],
  ['Levante', null],
  ['1.250,5', null],
  ['3 to 4', null],
  ['12:30', null],
])('a cell %j is the number %j', (cell, value) => {
  expect(pastedNumber(cell)).toBe(value);
});

test('a number is read back however its spreadsheet writes it', () => {
  fc.assert(
    fc.property(fc.integer({ min: -999_999, max: 999_999 }), fc.boolean(), (hundredths, comma) => {
      const written = (hundredths / 100).toFixed(2);
      expect(pastedNumber(comma ? written.replace('.', ',') : written)).toBe(hundredths / 100);
    }),
  );
});

test('tabs come before semicolons and those before commas: a decimal comma parts no cells', () => {
  expect(readPasted('a;1,5\nb;2,5').rows.map(({ cells }) => cells)).toEqual([
    ['a', '1,5'],
    ['b', '2,5'],
  ]);
  expect(readPasted('a\t1;5').rows[0]!.cells).toEqual(['a', '1;5']);
  expect(readPasted('a,1').rows[0]!.cells).toEqual(['a', '1']);
});

test('a first line that has fewer numbers than the second names the columns; lines keep their number, and are filled up', () => {
  const { headings, rows } = readPasted('Entry\tdB(A)\tRise\n\nLevante\t30,1\n"Two\nlines"\t31\t40\n');
  expect(headings).toEqual(['Entry', 'dB(A)', 'Rise']);
  expect(rows).toEqual([
    { line: 3, cells: ['Levante', '30,1', ''] },
    // By the line that it ends on.
    { line: 5, cells: ['Two\nlines', '31', '40'] },
  ]);
  expect(readPasted('Levante\t30\nSolano\t31').headings).toEqual(['', '']);
  expect(readPasted('1\t2').headings).toEqual(['', '']);
});

test('what is no block is refused in words', () => {
  expect(() => readPasted(' \n\t\n')).toThrow('nothing is in it');
  expect(() => readPasted('a\t"b\nc')).toThrow(/no block of cells/);
  expect(() => readPasted('a\t1\n'.repeat(2001))).toThrow('more than 2000 lines');
});
