import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ReportFonts } from '@/formats/report/plainPage';

const read = (path: string) =>
  new Uint8Array(readFileSync(join(process.cwd(), 'node_modules/@fontsource-variable', path)));

/** The application's own fonts, as they go into a report. */
export function reportFonts(): ReportFonts {
  return {
    text: read('archivo/files/archivo-latin-wght-normal.woff2'),
    headings: read('bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2'),
  };
}

/** The font of pictures, in base 64. */
export function pictureFont(): string {
  return Buffer.from(reportFonts().text).toString('base64');
}
