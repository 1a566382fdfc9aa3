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

const SVG = 'http://www.w3.org/2000/svg';

function drawn(name: string, attributes: Record<string, string | number>, ...children: (Node | string)[]) {
  const element = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, String(value));
  element.append(...children);
  return element;
}

/**
 * A part of the page as a picture by itself, as it is on screen, in its theme: above it title and condition, below it
 * where it comes from.
 */
async function pictureSvg(part: HTMLElement, { title, condition, source }: PictureWords) {
  // Whoever never takes a picture along never loads what makes it.
  const { toSvg } = await import('html-to-image');
  const [width, height] = [part.scrollWidth, part.scrollHeight];
  const copied = await toSvg(part, { width, height, style: { overflow: 'visible', zoom: '1' } });
  const copy = new DOMParser().parseFromString(
    decodeURIComponent(copied.slice(copied.indexOf(',') + 1)),
    'image/svg+xml',
  ).documentElement;
  const page = getComputedStyle(document.documentElement);
  const [wide, high] = [width + 2 * EDGE_PX, height + HEAD_PX + FOOT_PX];
  const line = (text: string, y: number, font: string, fill: string) =>
    drawn('text', { x: EDGE_PX, y, fill, style: `font:${font} ${page.fontFamily}` }, text);
  const picture = drawn(
    'svg',
    { width: wide, height: high, viewBox: `0 0 ${wide} ${high}` },
    drawn('title', {}, `${title}, ${condition}`),
    drawn('rect', { width: '100%', height: '100%', fill: page.backgroundColor }),
    line(title, 25, '700 17px', page.color),
    line(condition, 46, '400 14px', page.color),
    drawn('g', { transform: `translate(${EDGE_PX} ${HEAD_PX})` }, copy),
    line(source, high - 9, '400 12.5px', page.getPropertyValue('--color-secondary')),
  );
  return { svg: new XMLSerializer().serializeToString(picture), wide, high };
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
