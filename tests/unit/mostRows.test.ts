import { ProblemList } from '@/formats/problem';
import { readTable } from '@/formats/table';

const read = (text: string, most: number) =>
  readTable('entries.csv', new TextEncoder().encode(text), ['a'], new ProblemList(), most).rows;

test.each(['\n', '\r\n'])(
  'as many rows as are taken are taken, whether or not the last one ends (%j)',
  (end) => {
    const rows = (count: number) => ['a', ...Array.from({ length: count }, (_, i) => String(i))].join(end);
    expect(read(rows(5), 5)).toHaveLength(5);
    expect(read(`${rows(5)}${end}`, 5)).toHaveLength(5);
    expect(read(`${rows(5)}${end}${end}`, 5)).toHaveLength(5);
    for (const text of [rows(6), `${rows(6)}${end}`]) expect(() => read(text, 5)).toThrow('more than 5 rows');
  },
);
