/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import { tenths, type PictureTheme } from './pictureTheme';

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

interface LineOfText {
  x: number;
  y: number;
  size: number;
  colour: string;
  weight?: number;
  anchor?: 'middle' | 'end';
  /** The colour around its letters, where lines run under them. */
  halo?: string;
  children: ComponentChildren;
}

/** A line of words in a picture. */
export const Words = ({ x, y, size, colour, weight, anchor, halo, children }: LineOfText) => (
  <text
    x={tenths(x)}
    y={tenths(y)}
    font-size={tenths(size)}
    font-weight={weight}
    text-anchor={anchor}
    fill={colour}
    {...(halo ? { 'paint-order': 'stroke', stroke: halo, 'stroke-width': tenths(size * 0.4) } : {})}
  >
    {children}
  </text>
);

/** A picture on its ground, with its title, condition and source. */
export function Picture(picture: {
  words: PictureWords;
  size: PictureSize;
  theme: PictureTheme;
  children: ComponentChildren;
}) {
  const { title, condition, source, alt } = picture.words;
  const { width, height, scale } = picture.size;
  const { ground, ink, ink2 } = picture.theme;
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      role="img"
      aria-label={alt || undefined}
      font-family={PICTURE_FONT}
    >
      <title>{title}</title>
      <desc>{alt}</desc>
      <rect width={width} height={height} fill={ground} />
      <Words x={14 * scale} y={26 * scale} size={18 * scale} weight={700} colour={ink}>
        {title}
      </Words>
      <Words x={14 * scale} y={46 * scale} size={13.5 * scale} colour={ink2}>
        {condition}
      </Words>
      <Words x={14 * scale} y={height - 10 * scale} size={12 * scale} colour={ink2}>
        {source}
      </Words>
      {picture.children}
    </svg>
  );
}
