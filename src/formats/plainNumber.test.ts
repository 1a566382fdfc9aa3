import fc from 'fast-check';
import { parseNumber } from './cells';
import { plainNumber } from './plainNumber';

const cell = fc.oneof(
  fc.double({ noNaN: true, noDefaultInfinity: true }).map(String),
  fc.tuple(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 0, max: 6 })).map(([n, d]) => (n / 10 ** d).toFixed(d)),
  fc.string({ unit: fc.constantFrom('0', '1', '9', '.', '-', '+', ' ', 'e', ','), maxLength: 18 }),
); // prettier-ignore

test('whatever it takes for a plain number is the number that the slow way reads, to the last bit', () => {
  fc.assert(
    fc.property(cell, cell, (before, text) => {
      const row = `${before},${text},x`;
      const fast = plainNumber(row, before.length + 1, before.length + 1 + text.length);
      if (!Number.isNaN(fast)) expect(fast).toBe(parseNumber(text));
    }),
    { numRuns: 5000 },
  );
});

test('the cells of logs are plain, and what is none is left to the slow way', () => {
  const whole = (text: string) => plainNumber(text, 0, text.length);
  for (const [text, value] of [['0', 0], ['21.50', 21.5], ['-3', -3], [' 7.25 ', 7.25], ['4200', 4200]] as const)
    expect(whole(text)).toBe(value);
  for (const text of ['', ' ', '-', '.5', '1e3', '1,5', '0x10', 'NaN', '1.2.3', '--1', '12345678901234567890'])
    expect(whole(text)).toBeNaN();
}); // prettier-ignore
