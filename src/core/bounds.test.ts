import fc from 'fast-check';
import { BOUNDS, MOST, outOfBounds, unfitJson, unfitText, type Bound } from './bounds';

test('every bound takes its ends, and nothing beyond them, nor what is no number', () => {
  for (const bound of Object.keys(BOUNDS) as Bound[]) {
    const { min, max } = BOUNDS[bound];
    expect([outOfBounds(bound, min), outOfBounds(bound, max)]).toEqual([null, null]);
    for (const value of [min - 0.01, max * 1.001 + 0.01, 1e308, -1e308, Infinity, NaN])
      expect(outOfBounds(bound, value)).toContain(BOUNDS[bound].name);
  }
  expect(outOfBounds('limitC', -1e308)).toBe('a temperature limit lies between 30 and 150 °C');
});

test('texts have a length, no zero and no half character; any other text is kept', () => {
  expect(unfitText('Ñandú 😀 °C')).toBeNull();
  expect(unfitText('a\0b')).toContain('zero');
  for (const half of ['\ud83d', 'x\ud83dy', '\ude00\ud83d'])
    expect(unfitText(half)).toContain('half a character');
  expect(unfitText('x'.repeat(MOST.text + 1))).toContain('longer');
  fc.assert(
    fc.property(
      fc.string({ unit: 'grapheme', maxLength: 200 }),
      (text) => text.includes('\0') || unfitText(text) === null,
    ),
  );
});

test('JSON has a depth and no keys that reach into the language, however it is nested', () => {
  let deep: unknown = 1;
  for (let i = 0; i < 100_000; i += 1) deep = [deep];
  expect(unfitJson(deep)).toContain('deeper');
  expect(unfitJson(JSON.parse('{"a":{"__proto__":{"polluted":1}}}'))).toContain('__proto__');
  expect(unfitJson({ a: [{ constructor: 1 }] })).toContain('constructor');
  expect(unfitJson({ a: ['\ud83d'] })).toContain('half a character');
  expect(unfitJson({ a: Infinity })).toContain('not finite');
  expect(unfitJson({ brief: { loads: [{ watts: 170, program: '' }] } })).toBeNull();
});
