import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Files of core whose doc comments hold examples of the form “@example call → result”. */
const FILES = readdirSync('src/core', { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
  .map((file) => join('src/core', file));

interface Example {
  file: string;
  call: string;
  result: string;
}

/** Comment lines that go on belong to the example before them. */
function examplesIn(file: string): Example[] {
  const text = readFileSync(file, 'utf8');
  return [...text.matchAll(/@example ((?:(?!\*\/|\n \* @|\n \*\n)[\s\S])*)/g)].map(([, found]) => {
    const [call, result] = found!
      .replace(/\n \* ?/g, ' ')
      .trim()
      .split(' → ');
    return { file, call: call!, result: result ?? '' };
  });
}

const examples = FILES.flatMap(examplesIn);

/** Figures in a comment are rounded: a number holds to the digits that stand there. */
function rounded(value: unknown, shown: unknown): unknown {
  if (typeof value === 'number' && typeof shown === 'number') {
    const digits = String(shown).split('.')[1]?.length ?? 0;
    return Number(value.toFixed(digits));
  }
  if (Array.isArray(value) && Array.isArray(shown)) return value.map((item, i) => rounded(item, shown[i]));
  return value;
}

test('core’s comments hold over a hundred examples', () => {
  expect(examples.length).toBeGreaterThan(100);
});

test.each(examples)('$call → $result', async ({ file, call, result }) => {
  const exports = (await import(`../../${file.replace(/\.ts$/, '')}`)) as Record<string, unknown>;
  const evaluate = (text: string) =>
    new Function(...Object.keys(exports), `return (${text});`)(...Object.values(exports)) as unknown;
  const shown = evaluate(result);
  expect(rounded(evaluate(call), shown)).toEqual(shown);
});
