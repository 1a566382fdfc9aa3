/** What a picture says of itself, wherever it ends up. */
export interface PictureWords {
  title: string;
  /** Load, line, meter: what holds for all that is drawn. */
  condition: string;
  /** Rig, revision, runs and days. */
  source: string;
}

const HEAD_PX = 58;
const FOOT_PX = 26;
const EDGE_PX = 12;
/** Pixels of a PNG for one of the screen. */
const SCALE = 2;

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/**
 * A part of the page as a picture by itself, as it is on screen, in its theme: above it title and condition, below it
 * where it comes from.
 */
async function pictureSvg(part: HTMLElement, { title, condition, source }: PictureWords) {
  // Whoever never takes a picture along never loads what makes it.
  const { toSvg } = await import('html-to-image');
  const [width, height] = [part.scrollWidth, part.scrollHeight];
  const drawn = await toSvg(part, { width, height, style: { overflow: 'visible', zoom: '1' } });
  const inner = decodeURIComponent(drawn.slice(drawn.indexOf(',') + 1));
  const page = getComputedStyle(document.documentElement);
  const [wide, high] = [width + 2 * EDGE_PX, height + HEAD_PX + FOOT_PX];
  const line = (text: string, y: number, font: string, colour: string) =>
    `<text x="${EDGE_PX}" y="${y}" fill="${colour}" style="font:${font} ${page.fontFamily.replaceAll('"', "'")}">${escaped(text)}</text>`;
  const svg = [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}" height="${high}" viewBox="0 0 ${wide} ${high}">`,
    `<title>${escaped(`${title}, ${condition}`)}</title>`,
    `<rect width="100%" height="100%" fill="${page.backgroundColor}"/>`,
    line(title, 25, '700 17px', page.color),
    line(condition, 46, '400 14px', page.color),
    `<g transform="translate(${EDGE_PX} ${HEAD_PX})">${inner}</g>`,
    line(source, high - 9, '400 12.5px', page.getPropertyValue('--color-secondary')),
    '</svg>',
  ].join('\n');
  return { svg, wide, high };
}

/** An SVG as a PNG of a size in pixels, drawn by the browser. */
export async function pngOf(svg: string, widthPx: number, heightPx: number): Promise<Blob> {
  const image = new Image();
  // As an address that holds all of it: one that is fetched could keep the picture from being read again.
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = widthPx;
  canvas.height = heightPx;
  canvas.getContext('2d')!.drawImage(image, 0, 0, widthPx, heightPx);
  const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!png) throw new Error('the browser made no picture');
  return png;
}

/** A part of the page as an SVG or a PNG file. */
export async function pictureFile(
  part: HTMLElement,
  words: PictureWords,
  kind: 'svg' | 'png',
): Promise<Blob> {
  const { svg, wide, high } = await pictureSvg(part, words);
  return kind === 'svg' ? new Blob([svg], { type: 'image/svg+xml' }) : pngOf(svg, SCALE * wide, SCALE * high);
}
