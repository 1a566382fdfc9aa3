// Makes src/app/fonts from the fonts that are installed: npm run fonts, after one of them changed.
// Text has one width, a little narrow, and headings one weight: files without the axes that nobody moves weigh a third.
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs';
import subsetFont from 'subset-font';

const folder = 'node_modules/@fontsource-variable';
const every = Array.from({ length: 0x2400 - 0x20 }, (_, at) => String.fromCodePoint(at + 0x20)).join('');
const make = async (to, from, variationAxes) =>
  writeFileSync(
    `src/app/fonts/${to}.woff2`,
    await subsetFont(readFileSync(`${folder}/${from}.woff2`), every, {
      targetFormat: 'woff2',
      variationAxes,
    }),
  );

await make('archivo-latin-95', 'archivo/files/archivo-latin-wdth-normal', {
  wdth: 95,
  wght: { min: 400, max: 700 },
});
await make('bricolage-latin-bold', 'bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal', {
  wght: 700,
});
// Arrows, marks and letters of formulas, which both lack. Those of every page are inside the style sheet, so that they
// neither move a line when they come nor are looked for among the fonts of a machine.
const math = 'noto-sans-math/files/noto-sans-math-latin-400-normal';
const signs = 'noto-sans-symbols-2/files/noto-sans-symbols-2-symbols-400-normal';
const marks = async (from, characters, file) => {
  const font = await subsetFont(readFileSync(`node_modules/@fontsource/${from}.woff2`), characters, {
    targetFormat: 'woff2',
  });
  if (file) writeFileSync(`src/app/fonts/${file}`, font);
  const range = [...characters].map((each) => `U+${each.codePointAt(0).toString(16)}`).join(', ');
  return `@font-face {
  font-family: 'Marks';
  src: url(${file ? `'./${file}'` : `data:font/woff2;base64,${font.toString('base64')}`}) format('woff2');
  unicode-range: ${range};
}
`;
};
const faces = [
  await marks(math, '→←▲▼▶●○◐◌≥≤∞√⤳Δ'),
  await marks(math, '◷◀▷■⊙⊘⊗⇈↘↗⇅ΣΦΓτωνρχφσ', 'marks-formulas.woff2'),
  await marks(signs, '✕✎⠿', 'marks-signs.woff2'),
];
writeFileSync('src/app/fonts/marks.css', `/* Made by npm run fonts. */\n${faces.join('')}`);
for (const font of ['noto-sans-math', 'noto-sans-symbols-2'])
  copyFileSync(`node_modules/@fontsource/${font}/LICENSE`, `src/app/fonts/LICENSE-${font}`);
for (const font of ['archivo', 'bricolage-grotesque'])
  copyFileSync(`${folder}/${font}/LICENSE`, `src/app/fonts/LICENSE-${font}`);
