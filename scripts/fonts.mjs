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
for (const font of ['archivo', 'bricolage-grotesque'])
  copyFileSync(`${folder}/${font}/LICENSE`, `src/app/fonts/LICENSE-${font}`);
