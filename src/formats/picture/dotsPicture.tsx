/** @jsxImportSource preact */
import { Marker } from './marker';
import { Picture, Words, type PictureEntry, type PictureSize, type PictureWords } from './picture';
import { colourAt, tenths, ticks, type PictureTheme } from './pictureTheme';

/** A figure on a scale that has no zero: with its interval, or surely under what was measured. */
export type Dot = { entry: string } & (
  { value: number; interval95: number } | { under: number } | { why: string }
);

export interface DotsPicture extends PictureWords {
  dots: readonly Dot[];
  entries: ReadonlyMap<string, PictureEntry>;
  unit: string;
  decimals: number;
  lit: ReadonlySet<string>;
}

const spanOf = (dot: Dot): number[] =>
  'value' in dot
    ? [dot.value - dot.interval95, dot.value + dot.interval95]
    : 'under' in dot
      ? [dot.under]
      : [];

/** Figures as dots with their intervals on one scale: for what is told in decibels, whose zero is arbitrary. */
export function dotsPicture(picture: DotsPicture, size: PictureSize, theme: PictureTheme) {
  const { dots, entries, lit, unit, decimals } = picture;
  const { width, height, scale } = size;
  const [top, bottom] = [70 * scale, height - 64 * scale];
  const row = Math.min(46 * scale, (bottom - top) / Math.max(1, dots.length));
  const font = Math.min(15 * scale, row * 0.42);
  const [from, to] = [width * 0.3, width - 190 * scale];
  const all = dots.flatMap(spanOf);
  const pad = 0.06 * Math.max(1, Math.max(...all) - Math.min(...all));
  const [min, max] = [Math.min(...all) - pad, Math.max(...all) + pad];
  const at = (value: number) => from + ((value - min) / (max - min)) * (to - from);
  const end = top + dots.length * row;
  const told = (value: number) => value.toFixed(decimals);

  const drawn = dots.map((dot, i) => {
    const entry = entries.get(dot.entry);
    if (!entry) return null;
    const y = top + (i + 0.5) * row;
    const colour = colourAt(theme, entry.position);
    const stroke = { stroke: colour, 'stroke-width': tenths(2.5 * scale) };
    const line = (x1: number, x2: number) => (
      <path d={`M${tenths(x1)} ${tenths(y)}H${tenths(x2)}`} {...stroke} />
    );
    const figure =
      'value' in dot
        ? `${told(dot.value)} ± ${told(dot.interval95)} ${unit}`
        : 'under' in dot
          ? `under ${told(dot.under)} ${unit}`
          : dot.why;
    return (
      <g opacity={lit.size > 0 && !lit.has(dot.entry) ? 0.28 : 1}>
        <Marker position={entry.position} x={22 * scale} y={y} r={5 * scale} colour={colour} />
        <Words x={36 * scale} y={y + font * 0.36} size={font} weight={600} colour={theme.ink}>
          {entry.name}
        </Words>
        {'value' in dot && [
          line(at(dot.value - dot.interval95), at(dot.value + dot.interval95)),
          <Marker position={entry.position} x={at(dot.value)} y={y} r={6 * scale} colour={colour} />,
        ]}
        {'under' in dot && [
          line(from, at(dot.under)),
          <path
            d={`M${tenths(from + 9 * scale)} ${tenths(y - 5 * scale)}L${tenths(from)} ${tenths(y)}L${tenths(from + 9 * scale)} ${tenths(y + 5 * scale)}`}
            fill="none"
            {...stroke}
          />,
        ]}
        <Words x={to + 14 * scale} y={y + font * 0.36} size={font} weight={700} colour={theme.ink}>
          {figure}
        </Words>
      </g>
    );
  });
  return (
    <Picture words={picture} size={size} theme={theme}>
      {all.length > 0 &&
        ticks(min, max, 7).map((tick) => [
          <path
            d={`M${tenths(at(tick))} ${tenths(top)}V${tenths(end)}`}
            stroke={theme.line}
            stroke-width={tenths(scale)}
          />,
          <Words x={at(tick)} y={end + 18 * scale} size={13 * scale} anchor="middle" colour={theme.ink2}>
            {tick}
          </Words>,
        ])}
      {drawn}
    </Picture>
  );
}
