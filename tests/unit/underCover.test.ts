import fc from 'fast-check';
import { foldedText } from '@/core/lineUp/foldedText';
import { coverAll, coverWords, slugOf } from '@/core/lineUp/underCover';

const covering = (name: string, open: readonly string[], maker = '') =>
  coverWords([{ name, maker, coverName: 'Unit A', code: 'unit-a' }], open);

test.each([
  ['Xera 120', 'Unit A'],
  ['XERA-120_log', 'Unit A_log'],
  ['xera120', 'Unit A'],
  ['2xXera 120 at 60 %', '2xUnit A at 60 %'],
  ['Xéra 120', 'Unit A'],
  ['Xe\u0301ra 120, again', 'Unit A, again'],
  ['X\u200be\u00adra\u00a0120', 'Unit A'],
  ['ＸＥＲＡ １２０', 'Unit A'],
  ['a Xera%20120mm fan', 'a Unit Amm fan'],
  // Another name, and no name at all.
  ['Xera 1200', 'Xera 1200'],
  ['Hexera 120', 'Hexera 120'],
  ['Xera, 120', 'Xera, 120'],
  // Openly in the line-up, in whatever writing; the covered one beside it goes.
  ['Xera 120 Max and Xera 120', 'Xera 120 Max and Unit A'],
  ['xera-120-max', 'xera-120-max'],
  ['Pro Xera 120', 'Pro Unit A'],
])('“%s” leaves as “%s”', (text, left) => {
  const words = covering('Xera 120', ['Xera 120 Max', 'Pro Xera']);
  expect(words.text(text)).toBe(left);
  expect(words.found(left)).toBeNull();
  expect(words.found(text) === null).toBe(left === text);
});

test('a product that came by its cover is called by it', () => {
  const words = coverWords([{ name: 'Sample K', maker: '', coverName: 'Sample K', code: 'sample-k-2' }], []);
  expect([words.text('Sample K, sample-k-2'), words.found('Sample K')]).toEqual([
    'Sample K, sample-k-2',
    null,
  ]);
});

test('names with signs of their own, makers, and names too short to be looked for', () => {
  const words = covering('Q&A Fan', ['Norte'], 'Norte');
  expect(words.text('q&a fan, Q&amp;A-Fan by Norte')).toBe('Unit A, Q&amp;A-Fan by Norte');
  expect(words.id('q-a-fan')).toBe('unit-a');
  expect(covering('X2', ['Norte 7']).text('X2')).toBe('X2');
  for (const name of ['120', 'Fan'])
    expect(covering(name, []).text('a Fan of 120 mm')).toBe('a Fan of 120 mm');
});

const part = fc.stringMatching(/^(Xera|Ne|Peña|120|Max|S|[A-Za-z0-9]{1,4})$/);
const names = fc.array(part, { minLength: 1, maxLength: 3 }).map((parts) => parts.join(' '));

test('of any two products, one covered: the open one’s name, in all its writings, stays; the covered one’s is gone', () => {
  fc.assert(
    fc.property(names, names, (hidden, open) => {
      fc.pre(slugOf(hidden) !== slugOf(open));
      const words = coverWords([{ name: hidden, maker: '', coverName: '§', code: '§' }], [open]);
      for (const written of [open, slugOf(open), open.toUpperCase(), `(${open})`, `${slugOf(open)}-2`])
        expect(words.text(written)).toBe(written);
      const left = words.text(`${hidden}; ${slugOf(hidden)}, ${open}`);
      expect(words.found(left)).toBeNull();
      if (
        /[a-z]/.test(slugOf(hidden)) &&
        slugOf(hidden).replaceAll('-', '').length >= 3 &&
        !` ${slugOf(open)} `.includes(slugOf(hidden))
      )
        expect(left).toBe(`§; §, ${open}`);
    }),
    { numRuns: 400 },
  );
});

test('a folded text has a way back for each letter', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary' }), (text) => {
      const { text: folded, from } = foldedText(text);
      const ends = [...Array(folded.length + 1).keys()].map((at) => from[at]!);
      expect(ends.every((at, i) => i === 0 || at >= ends[i - 1]!)).toBe(true);
      expect(ends.at(-1)).toBe(text.length);
    }),
  );
});

test('ids and words of a few are no texts: only what a person wrote goes under cover', () => {
  const words = covering('Solano', []);
  const what = {
    response: 'solano',
    title: 'Solano wins',
    photos: [{ photo: 'solano.png', alt: 'the Solano' }],
  };
  expect(coverAll(what, words)).toEqual({
    response: 'solano',
    title: 'Unit A wins',
    photos: [{ photo: 'solano.png', alt: 'the Unit A' }],
  });
});
