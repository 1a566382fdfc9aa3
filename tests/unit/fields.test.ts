import fc from 'fast-check';
import { array, object } from 'yup';
import { coverWords } from '@/core/lineUp/underCover';
import { MOST } from '@/core/bounds';
import { ProblemList } from '@/formats/problem';
import { bounded, counted, day, finite, maybeText, measure, text, whole } from '@/contracts/sheets/fields';
import { lineUpTable, readLineUp } from '@/formats/lineUpCsv';
import { readTable } from '@/formats/table';

/** What a field says of a value; null where it takes it. */
function said(field: { validateSync(value: unknown): unknown }, value: unknown): string | null {
  try {
    field.validateSync(value);
    return null;
  } catch (error) {
    return (error as Error).message;
  }
}

const NO_TEXT: readonly unknown[] = [1, 0, true, [], ['a'], {}, { trim: 1 }, [['a']]];
const NO_NUMBER: readonly unknown[] = ['', '5', ' 5 ', 'abc', NaN, Infinity, -Infinity, true, [5], {}];

test('a text is a text: nothing is made into one, it is trimmed, has a length, and can be kept', () => {
  for (const value of NO_TEXT) expect([value, said(text(), value)]).toEqual([value, expect.any(String)]);
  expect(text().validateSync('  door slammed ')).toBe('door slammed');
  expect(text().validateSync(undefined)).toBe('');
  expect(maybeText().validateSync(undefined)).toBeUndefined();
  expect(said(text(10), 'x'.repeat(11))).toContain('longer than 10');
  expect(said(text(), 'a\0b')).toContain('zero');
  expect(said(text(), '\ud800')).toContain('half a character');
  // Blanks are nothing: a reason of blanks gives no reason.
  expect(said(maybeText().min(1, 'why?'), ' \t\n ')).toBe('why?');
});

test('a number is a number: texts, lists and what is not finite are refused, in every kind of field', () => {
  const fields = [finite(), bounded('levelDb'), counted(), whole(), measure()];
  for (const field of fields)
    for (const value of NO_NUMBER) expect([value, said(field, value)]).toEqual([value, expect.any(String)]);
  for (const field of [finite(), bounded('levelDb'), counted(), whole()]) expect(said(field, 5)).toBeNull();
});

test('each kind of number has its range', () => {
  expect([said(counted(), 0), said(counted(), 1), said(counted(), 1000)]).toEqual(['at least 1', null, null]);
  expect(said(counted(), 1001)).toBe('at most 1000');
  expect(said(counted(), 1.5)).toContain('whole number');
  expect([said(whole(), 0), said(whole(), 2 ** 31 - 1)]).toEqual([null, null]);
  for (const value of [-1, 2 ** 31, 1e308]) expect(said(whole(), value)).not.toBeNull();
  expect(said(whole(1), 0)).not.toBeNull();
  expect([said(measure(), null), said(measure(), -0.1), said(measure(10), 11)]).toEqual([
    null,
    'cannot be negative',
    'over 10',
  ]);
  fc.assert(
    fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (value) => {
      expect(said(bounded('powerW'), value) === null).toBe(value >= 0 && value <= 5000);
    }),
  );
});

test('a day is one that exists, in years that a bench can see', () => {
  for (const good of ['', '2026-12-01', '2028-02-29', '1990-01-01', '2100-12-31'])
    expect([good, said(day(), good)]).toEqual([good, null]);
  for (const wrong of [
    '2026-02-29',
    '2026-13-01',
    '2026-1-1',
    '9999-12-31',
    '0000-00-00',
    '1989-12-31',
    'today',
  ])
    expect([wrong, said(day(), wrong)]).toEqual([wrong, expect.stringMatching(/day|year/)]);
});

test('fields say where they stand in lists and parts', () => {
  const schema = object({ runs: array(object({ noiseDb: bounded('levelDb').required() })) });
  expect(() => schema.validateSync({ runs: [{ noiseDb: 33 }, { noiseDb: 1e308 }] })).toThrow(
    expect.objectContaining({ path: 'runs[1].noiseDb' }),
  );
});

test('a million broken rows are a few hundred problems and a count, and cost no more than their reading', () => {
  const problems = new ProblemList();
  for (let line = 1; line <= 1_000_000; line += 1)
    problems.push({ file: 'runs.csv', line, column: 'noise_db', message: 'x'.repeat(500) });
  const list = problems.list();
  expect(list).toHaveLength(MOST.problems + 1);
  expect(problems.count).toBe(1_000_000);
  expect(list[0]!.message).toHaveLength(300);
  expect(list[MOST.problems]!.message).toBe('and 999,700 more like these, which are not listed');
  const few = new ProblemList();
  few.push({ file: 'runs.csv', message: 'one' });
  expect(few.list()).toEqual([{ file: 'runs.csv', message: 'one' }]);
});

test('a table of broken rows names lines and stops; quotes that never close and endless lines are told', () => {
  const read = (csv: string) => {
    const problems = new ProblemList();
    try {
      const table = readTable('runs.csv', new TextEncoder().encode(csv), ['run'], problems);
      return { rows: table.rows.length, told: problems.list().map((problem) => problem.message) };
    } catch (error) {
      return { rows: 0, told: [(error as Error).message] };
    }
  };
  const ragged = read(`run,setting\n${'1,2,3\n'.repeat(2000)}`);
  expect(ragged.told.length).toBeLessThanOrEqual(MOST.problems + 1);
  expect(read('run,setting\n1,"open\n2,b\n').told.join()).toMatch(/quote/i);
  expect(read(`run,setting\n1,${'x'.repeat(MOST.line + 10)}\n`).told.join()).toMatch(/long|characters/i);
  expect(read('run,setting\n1,a\n2,b\n')).toEqual({ rows: 2, told: [] });
});

test('a line-up by CSV: what is wrong is named by line and column, and what is right comes back as it was', () => {
  const { rows, problems } = readLineUp(
    'product,kind,height_mm,fan_count,currency,connector,is_control\n' +
      'Levante,air-tower,158.5,1,EUR,four-pin,true\n' +
      'Poniente,blimp,tall,1.5,euro,five-pin,maybe\n' +
      ',air-tower,150,1,EUR,four-pin,false\n' +
      'Ancla,air-tower,9000,900,EUR,four-pin,false\n',
  );
  // Whoever reads it takes none where there is any fault (planning.test.ts).
  expect(rows[0]).toMatchObject({ isControl: true, product: { heightMm: 158.5 } });
  expect(problems.map((problem) => [problem.line, problem.column])).toEqual(
    expect.arrayContaining([
      [3, 'kind'],
      [3, 'height_mm'],
      [3, 'fan_count'],
      [3, 'currency'],
      [3, 'connector'],
      [3, 'is_control'],
      [4, 'product'],
      [5, 'height_mm'],
      [5, 'fan_count'],
    ]),
  );
  const { rows: plain } = readLineUp('product\nÑandú 120\n=SUM(A1)\n');
  const table = lineUpTable(
    plain.map(({ product, entry, isControl }) => ({
      productName: product.name,
      covered: false,
      isControl,
      product: { body: product },
      entry: { body: entry },
      sample: null,
    })),
    coverWords([], []),
  );
  expect(table).toContain("'=SUM(A1)");
  expect(readLineUp(table).rows.map((row) => row.product.name)).toEqual(['Ñandú 120', '=SUM(A1)']);
});
