import { escaped, type PictureTheme } from './pictureTheme';

const PICTURE_FONT = "'Archivo Variable', Archivo, 'Helvetica Neue', Arial, sans-serif";

export interface PictureEntry {
  name: string;
  /** Place in the line-up: colour and marker. */
  position: number;
}

export interface PictureSize {
  width: number;
  height: number;
  /** Type and strokes grow with it. */
  scale: number;
}

/** What every picture says of itself. */
export interface PictureWords {
  title: string;
  /** What holds for all that is drawn, and where it comes from. */
  condition: string;
  source: string;
  /** Told where it is not seen, made from the data. */
  alt: string;
}

/** The beginning of a picture: its ground, title, condition and source; to be closed by `</svg>`. */
export function pictureHead(
  { title, condition, source, alt }: PictureWords,
  { width, height, scale }: PictureSize,
  theme: PictureTheme,
): string {
  const px = (value: number) => (value * scale).toFixed(1);
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" role="img" aria-label="${escaped(alt)}" font-family="${PICTURE_FONT}">` +
    `<title>${escaped(title)}</title><desc>${escaped(alt)}</desc>` +
    `<rect width="${width}" height="${height}" fill="${theme.ground}"/>` +
    `<text x="${px(14)}" y="${px(26)}" font-size="${px(18)}" font-weight="700" fill="${theme.ink}">${escaped(title)}</text>` +
    `<text x="${px(14)}" y="${px(46)}" font-size="${px(13.5)}" fill="${theme.ink2}">${escaped(condition)}</text>` +
    `<text x="${px(14)}" y="${(height - 10 * scale).toFixed(1)}" font-size="${px(12)}" fill="${theme.ink2}">${escaped(source)}</text>`
  );
}
