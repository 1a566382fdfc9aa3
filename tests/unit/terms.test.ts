import { readFileSync } from 'node:fs';
import { TERMS } from '@/core/terms';

test('docs/words.md lists every term with what is shown on pointing at it, and no other', () => {
  const rows = [...readFileSync('docs/words.md', 'utf8').matchAll(/^\| (.+?) +\| (.+?) +\|$/gm)]
    .map(([, term, meaning]) => [term!, meaning!])
    .filter(([term]) => term !== 'term' && !/^-+$/.test(term!));
  expect(Object.fromEntries(rows)).toEqual({ ...TERMS });
  // A meaning is a line, and says something else than its term.
  for (const [term, meaning] of rows) {
    expect(meaning!.length).toBeLessThan(60);
    expect(meaning!.toLowerCase()).not.toBe(term);
  }
});
