import { readFileSync } from 'node:fs';
import { NIGHT, PAPER, type PictureTheme } from '@/formats/picture/pictureTheme';

const STYLE = readFileSync('src/app/globals.css', 'utf8');

/** Colours that a block of the style sheet names, by name. */
function colours(block: string): Map<string, string> {
  return new Map(
    [...block.matchAll(/--(?:color-)?([\w-]+): (#[0-9a-f]{6});/g)].map(([, name, value]) => [
      name!,
      value!.toUpperCase(),
    ]),
  );
}

const root = STYLE.slice(STYLE.indexOf('\n:root {'));
const [day, night] = [
  root.slice(0, root.indexOf('@variant night')),
  root.slice(root.indexOf('@variant night'), root.indexOf('\n}')),
].map(colours) as [Map<string, string>, Map<string, string>];

/** Relative luminance of a colour (WCAG 2.2), 0 to 1. */
function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const share = parseInt(colour.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

/** Contrast of two colours (WCAG 2.2), 1 to 21. */
function contrast(one: string, other: string): number {
  const [low, high] = [luminance(one), luminance(other)].sort((a, b) => a - b);
  return (high! + 0.05) / (low! + 0.05);
}

test('contrast is as published: black on white 21, a known grey 4.54', () => {
  expect(contrast('#000000', '#FFFFFF')).toBeCloseTo(21, 6);
  expect(contrast('#767676', '#FFFFFF')).toBeCloseTo(4.54, 2);
});

describe.each([
  ['day', day, PAPER],
  ['night', night, NIGHT],
] as const)('by %s', (_, tokens, picture: PictureTheme) => {
  test('pages and pictures have the same colours', () => {
    const { curves, ...said } = picture;
    expect({
      ground: tokens.get('base-100'),
      ink: tokens.get('base-content'),
      ink2: tokens.get('secondary'),
      line: tokens.get('hairline'),
      act: tokens.get('primary'),
    }).toEqual(said);
    expect(curves.map((_, i) => tokens.get(`curve-${i}`))).toEqual(curves);
  });

  test('text is read on each of its grounds, a curve is seen on the first', () => {
    for (const ground of ['base-100', 'base-200', 'base-300'])
      for (const text of ['base-content', 'secondary', 'primary', 'success', 'warning', 'error'])
        expect({ text, ground, isRead: contrast(tokens.get(text)!, tokens.get(ground)!) >= 4.5 }).toEqual({
          ...{ text, ground },
          isRead: true,
        });
    for (const colour of picture.curves) expect(contrast(colour, picture.ground)).toBeGreaterThanOrEqual(3);
    expect(contrast(tokens.get('primary-content')!, tokens.get('primary')!)).toBeGreaterThanOrEqual(4.5);
  });

  test('the curves of a picture are eight, no two alike', () => {
    expect(new Set(picture.curves).size).toBe(8);
  });
});
