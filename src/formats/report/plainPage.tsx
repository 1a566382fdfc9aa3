/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import { markup } from '../markup/markup';
import { REPORT_STYLE } from './reportStyle';

/** Fonts of a report, as they ship with the application. */
export interface ReportFonts {
  text: Uint8Array;
  headings: Uint8Array;
}

export const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64');

function fontFaces({ text, headings }: ReportFonts): string {
  const face = (family: string, bytes: Uint8Array) =>
    `@font-face{font-family:'${family}';src:url(data:font/woff2;base64,${base64(bytes)}) format('woff2');font-weight:100 900}`;
  // Until a font is unpacked the reader's own takes its place, made as wide: nothing moves when it comes.
  const stand = (family: string, local: readonly string[], widthPct: number) =>
    `@font-face{font-family:'${family}';src:${local.map((name) => `local('${name}')`).join(',')};size-adjust:${widthPct}%}`;
  return [
    face('Archivo Variable', text),
    face('Bricolage Grotesque Variable', headings),
    stand('Text Arial', ['Arial', 'Liberation Sans', 'Helvetica', 'Nimbus Sans'], 98.8),
    stand('Text DejaVu', ['DejaVu Sans'], 87.4),
    stand('Heading Arial', ['Arial Bold', 'Liberation Sans Bold', 'Helvetica Bold', 'Nimbus Sans Bold'], 102),
    stand('Heading DejaVu', ['DejaVu Sans Bold'], 85.1),
  ].join('');
}

/** A page by itself, in the report's style, with no request to anywhere: only what `shows` names may be seen of it, or run. */
export function plainPage(
  page: { title: string; shows: string; head?: ComponentChildren; children: ComponentChildren },
  fonts: ReportFonts,
): string {
  const policy = `default-src 'none'; ${page.shows}; style-src 'unsafe-inline'`;
  return `<!doctype html>\n${markup(
    <html lang="en">
      <head>
        <meta charset="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta http-equiv="Content-Security-Policy" content={policy} />
        <meta name="referrer" content="no-referrer" />
        {page.head}
        <title>{page.title}</title>
        <style dangerouslySetInnerHTML={{ __html: `${fontFaces(fonts)}${REPORT_STYLE}` }} />
      </head>
      <body>{page.children}</body>
    </html>,
  )}\n`;
}
