import fc from 'fast-check';
import { stringify } from 'csv-stringify/sync';
import { fromSafeText, safeText } from './safeText';

const nasty = fc.string({
  unit: fc.constantFrom("'", '"', '=', '-', '@', ';', '\t', '\r', '\n', ',', ' ', 'a', '1'),
});

test('whatever a text holds, it comes back as it was', () => {
  fc.assert(
    fc.property(nasty, (text) => expect(fromSafeText(safeText(text))).toBe(text)),
    { numRuns: 3000 },
  );
});

test('opened with commas, semicolons or tabs, no cell begins as a formula does', () => {
  fc.assert(
    fc.property(fc.array(nasty, { minLength: 1, maxLength: 4 }), (cells) => {
      const line = stringify([cells.map(safeText)]).replace(/\n$/, '');
      for (const separator of [/[;\r\n]/, /[\t\r\n]/])
        for (const cell of line.split(separator)) expect(cell).not.toMatch(/^"*[=+@-]/);
    }),
    { numRuns: 3000 },
  );
});

test('what is no formula stays as it is', () => {
  for (const text of ['56 %', 'ran hot; −2 K at most', "the reviewer's own", 'a-b; c=d'])
    expect(safeText(text)).toBe(text);
});
