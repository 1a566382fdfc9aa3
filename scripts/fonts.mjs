// Makes src/app/fonts from the fonts that are installed: npm run fonts, after one of them changed.
// Text stands at one width, a little narrow; a file without the axis of width weighs a third.
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs';
import subsetFont from 'subset-font';

const archivo = 'node_modules/@fontsource-variable/archivo';
const every = Array.from({ length: 0x2400 - 0x20 }, (_, at) => String.fromCodePoint(at + 0x20)).join('');
writeFileSync(
  'src/app/fonts/archivo-latin-95.woff2',
  await subsetFont(readFileSync(`${archivo}/files/archivo-latin-wdth-normal.woff2`), every, {
    targetFormat: 'woff2',
    variationAxes: { wdth: 95 },
  }),
);
copyFileSync(`${archivo}/LICENSE`, 'src/app/fonts/LICENSE');
