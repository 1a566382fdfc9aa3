/** @jest-environment node */
import { readdirSync, readFileSync } from 'node:fs';
import opentype from 'opentype.js';
import ts from 'typescript';
import { decompress } from 'wawoff2';

const FONTS = 'src/app/fonts';
/** Of a rare unit, mmH₂O, which the reader's own font writes. */
const OF_THE_READER = '₂';

/** The font of a file, or of what the style sheet holds of one. */
async function fontOf(packed: Uint8Array): Promise<opentype.Font> {
  const bytes = await decompress(packed);
  return opentype.parse(new Uint8Array(bytes).buffer);
}

/** Signs of texts and markup in a source file, beyond plain letters. */
function signsIn(path: string): string[] {
  const source = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);
  const found = new Set<string>();
  const visit = (node: ts.Node): void => {
    if (ts.isStringLiteralLike(node) || ts.isTemplateLiteralToken(node) || ts.isJsxText(node))
      for (const sign of node.text) if (sign > '~' && !/\s/.test(sign)) found.add(sign);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return [...found];
}

const pages = ['src/stages', 'src/ui', 'src/app', 'src/core', 'src/lab'].flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name) && !name.includes('.test.'))
    .map((name) => `${folder}/${name}`),
);

/** The faces of the marks: what the style sheet says that each has, and its font. */
async function markFaces(): Promise<{ signs: string[]; font: opentype.Font }[]> {
  const style = readFileSync(`${FONTS}/marks.css`, 'utf8');
  const faces: { signs: string[]; font: opentype.Font }[] = [];
  for (const [, url, range] of style.matchAll(/src: url\('?([^)']+)'?\)[^;]*;\s*unicode-range: ([^;]+);/g)) {
    const packed = url!.startsWith('data:')
      ? Buffer.from(url!.slice(url!.indexOf(',') + 1), 'base64')
      : readFileSync(`${FONTS}/${url}`);
    const signs = range!.split(', ').map((code) => String.fromCodePoint(parseInt(code.slice(2), 16)));
    // One after the other: the unpacker has one memory.
    faces.push({ signs, font: await fontOf(packed) });
  }
  return faces;
}

test('every sign that a page writes is in a font that comes with the application', async () => {
  const text = await fontOf(readFileSync(`${FONTS}/archivo-latin-95.woff2`));
  const marks = new Set((await markFaces()).flatMap(({ signs }) => signs));
  const isThere = (sign: string) => marks.has(sign) || text.charToGlyphIndex(sign) > 0;
  expect(['→', '±', '漢'].map(isThere)).toEqual([true, true, false]);
  const missing = pages.flatMap((path) =>
    signsIn(path)
      .filter((sign) => sign !== OF_THE_READER && !isThere(sign))
      .map((sign) => `${sign} in ${path}`),
  );
  expect(missing).toEqual([]);
});

test('each mark that the style sheet names is in its font', async () => {
  const faces = await markFaces();
  expect(faces).toHaveLength(3);
  for (const { signs, font } of faces)
    expect(signs.filter((sign) => font.charToGlyphIndex(sign) === 0)).toEqual([]);
});
