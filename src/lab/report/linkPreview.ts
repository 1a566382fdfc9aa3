import opentype from 'opentype.js';
import sharp from 'sharp';
import { decompress } from 'wawoff2';
import { markup } from '@/formats/markup/markup';
import { previewPicture, type Lettering, type Preview } from '@/formats/picture/previewPicture';
import { reportFonts } from './reportFonts';

async function letteringOf(woff2: Uint8Array): Promise<Lettering> {
  const bytes = await decompress(woff2);
  const font = opentype.parse(new Uint8Array(bytes).buffer);
  // A sign that the font has not got is told by its bare letter, or left out.
  const writable = (text: string) =>
    [...text]
      .map((sign) => {
        if (font.charToGlyphIndex(sign) > 0 || sign === ' ') return sign;
        const [bare = ''] = sign.normalize('NFKD');
        return font.charToGlyphIndex(bare) > 0 ? bare : '';
      })
      .join('');
  return {
    path: (text, x, y, size) => font.getPath(writable(text), x, y, size).toPathData(1),
    width: (text, size) => font.getAdvanceWidth(writable(text), size),
  };
}

let letters: Promise<{ title: Lettering; text: Lettering }> | null = null;

/** What is shown of a version where somebody links to it, as PNG: the same input gives the same bytes. */
export async function linkPreview(preview: Preview): Promise<Uint8Array> {
  letters ??= (async () => {
    const fonts = reportFonts();
    return { title: await letteringOf(fonts.headings), text: await letteringOf(fonts.text) };
  })();
  const svg = markup(previewPicture(preview, await letters));
  return new Uint8Array(await sharp(Buffer.from(svg)).png({ compressionLevel: 9, palette: true }).toBuffer());
}
