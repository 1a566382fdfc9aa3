import fc from 'fast-check';
import { csvRecords, NotCsv } from './csvRecords';

const quoted = (cell: string) => `"${cell.replaceAll('"', '""')}"`;

test('what was written with quotes is read back, whatever is in it', () => {
  const cell = fc.string().filter((text) => !text.includes('\r'));
  fc.assert(
    fc.property(
      fc.array(fc.array(cell, { minLength: 2, maxLength: 5 }), { minLength: 1, maxLength: 6 }),
      (rows) => {
        const text = rows.map((row) => row.map(quoted).join(',')).join('\n');
        expect(csvRecords(text).map(({ cells }) => cells)).toEqual(rows);
      },
    ),
  );
});

test('a record is told by the line of the file that it ends on, empty ones and those inside a cell counted', () => {
  expect(csvRecords('\ufeffa,b\n\n"one\ntwo",2\n3,4\n')).toEqual([
    { line: 1, cells: ['a', 'b'] },
    { line: 4, cells: ['one\ntwo', '2'] },
    { line: 5, cells: ['3', '4'] },
  ]);
});

test('cells are kept as many as a line has, between the delimiter that is asked for', () => {
  expect(csvRecords('a;b;c\nd,e\n', { delimiter: ';' }).map(({ cells }) => cells)).toEqual([
    ['a', 'b', 'c'],
    ['d,e'],
  ]);
});

test('a quote that nothing closes and a line without end are refused, with where they are', () => {
  expect(() => csvRecords('a,b\n1,"2\n3,4\n')).toThrow(NotCsv);
  const long = `a,b\n1,2\n${'x'.repeat(3_000_000)},1\n`;
  expect(() => csvRecords(long)).toThrow(/a row is longer than \d+ characters/);
});
