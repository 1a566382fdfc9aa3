/** @jsxImportSource preact */
import { markup } from '@/formats/markup/markup';

const STYLE =
  'html{background:#F5F0E6;color:#231D18;font:18px/1.5 Archivo,Arial,sans-serif}body{max-width:34rem;margin:20vh auto;padding:0 1.2rem}';

/** A page of one sentence as HTML, with no way to anywhere. */
export const sentenceHtml = (sentence: string): string =>
  `<!doctype html>${markup(
    <html lang="en">
      <head>
        <meta charset="utf-8" />
        <meta name="viewport" content="width=device-width" />
        <title>Abanico</title>
        <style>{STYLE}</style>
      </head>
      <body>
        <p>{sentence}</p>
      </body>
    </html>,
  )}`;
