import fc from 'fast-check';
import { ProblemList } from './problem';
import { readTraceTable } from './bundle/tables/traceTable';
import { parseNumber } from './cells';
import { plainRows } from './plainRows';

const wide = { least: -1e9, most: 1e9 };
const rows = (text: string, columns = [wide, wide], ascending = -1) =>
  plainRows(new TextEncoder().encode(text), 0, columns, ascending)?.map((column) => [...column]) ?? null;

test('columns of plain numbers are what the slow reader makes of each cell, to the last bit', () => {
  const cell = fc
    .tuple(fc.boolean(), fc.bigInt({ min: 0n, max: 10n ** 15n - 1n }), fc.nat(14))
    .map(([negative, digits, decimals]) => {
      const text = String(digits).padStart(decimals + 1, '0');
      const whole = text.slice(0, text.length - decimals);
      const plain = decimals > 0 && text.length <= 15 ? `${whole}.${text.slice(whole.length)}` : whole;
      return negative ? `-${plain}` : plain;
    });
  const everything = { least: -1e16, most: 1e16 };
  fc.assert(
    fc.property(
      fc.array(fc.tuple(cell, cell), { minLength: 1 }),
      fc.constantFrom('\n', '\r\n'),
      (table, end) => {
        const got = rows(table.map((line) => line.join(',') + end).join(''), [everything, everything]);
        expect(got).toEqual([0, 1].map((c) => table.map((line) => parseNumber(line[c]!))));
      },
    ),
  );
});

test.each([
  [
    '1,2\n3,4',
    [
      [1, 3],
      [2, 4],
    ],
  ],
  [
    '\n1,2\n\n\n3,4\n\n',
    [
      [1, 3],
      [2, 4],
    ],
  ],
  ['1,2\n3\n', null],
  ['1,2\n3,4,\n', null],
  ['1,2\n3,4,5\n', null],
  ['1,\n', null],
  ['1,x\n', null],
  ['1, 2\n', null],
  ['1,2e3\n', null],
  ['1,.5\n', null],
  ['1,--5\n', null],
  ['1,1.2.3\n', null],
  ['1,1234567890123456\n', null],
  ['1,"2"\n', null],
  ['1,−2\n', null],
  ['1,20000000000\n', null],
  ['', [[], []]],
])('%j is read as %j', (text, expected) => {
  expect(rows(text)).toEqual(expected);
});

test('a time that steps back is for the slow reader, and one that stands still is not', () => {
  expect(rows('1,0\n1,0\n2,0\n', [wide, wide], 0)).toEqual([
    [1, 1, 2],
    [0, 0, 0],
  ]);
  expect(rows('2,0\n1,0\n', [wide, wide], 0)).toBeNull();
});

test('one odd cell makes no other reading different, whatever ends the lines', () => {
  const lines = Array.from({ length: 50 }, (_, i) => `${i},${(40 + i / 7).toFixed(2)},21.0`);
  const read = (text: string) => {
    const problems = new ProblemList();
    const table = readTraceTable('a.csv', new TextEncoder().encode(text), problems);
    return { channels: table?.channels, problems: problems.list() };
  };
  const head = 't_s,cpu_c,ambient_c';
  const plain = read([head, ...lines].join('\n'));
  expect(plain.problems).toEqual([]);
  for (const end of ['\r\n', '\r', '\n\n'])
    expect(read(`\uFEFF${[head, ...lines].join(end)}${end}`)).toEqual(plain);
  expect(read([head, ...lines, '50,47.0,21.0,'].join('\n')).channels![0]!.values).toHaveLength(51);
  const odd = read([head, ...lines.slice(0, 20), '20, 42.86 ,2.1e1', ...lines.slice(21)].join('\n'));
  expect(odd).toEqual(plain);
  const broken = read([head, ...lines.slice(0, 20), '20,hot,21.0', ...lines.slice(21)].join('\n'));
  expect(broken.problems).toMatchObject([{ line: 22, column: 'cpu_c' }]);
  expect(broken.channels![1]!.values).toHaveLength(49);
});
