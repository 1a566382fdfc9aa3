import { pictureHead, type PictureEntry, type PictureSize, type PictureWords } from './pictureHead';
import { escaped, markerAt, ticks, type PictureTheme } from './pictureTheme';

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
export function dotsPicture(
  picture: DotsPicture,
  { width, height, scale }: PictureSize,
  theme: PictureTheme,
): string {
  const { dots, entries, lit, unit, decimals } = picture;
  const n = (value: number) => value.toFixed(1);
  const px = (value: number) => n(value * scale);
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
  const parts = [pictureHead(picture, { width, height, scale }, theme)];
  for (const tick of all.length > 0 ? ticks(min, max, 7) : [])
    parts.push(
      `<path d="M${n(at(tick))} ${n(top)}V${n(end)}" stroke="${theme.line}" stroke-width="${px(1)}"/>` +
        `<text x="${n(at(tick))}" y="${n(end + 18 * scale)}" font-size="${px(13)}" text-anchor="middle" fill="${theme.ink2}">${tick}</text>`,
    );
  dots.forEach((dot, i) => {
    const entry = entries.get(dot.entry);
    if (!entry) return;
    const y = top + (i + 0.5) * row;
    const colour = theme.curves[entry.position % theme.curves.length]!;
    const line = (x1: number, x2: number) =>
      `<path d="M${n(x1)} ${n(y)}H${n(x2)}" stroke="${colour}" stroke-width="${px(2.5)}"/>`;
    const [drawn, figure] =
      'value' in dot
        ? [
            `${line(at(dot.value - dot.interval95), at(dot.value + dot.interval95))}${markerAt(entry.position, at(dot.value), y, 6 * scale, colour)}`,
            `${told(dot.value)} ± ${told(dot.interval95)} ${unit}`,
          ]
        : 'under' in dot
          ? [
              `${line(from, at(dot.under))}<path d="M${n(from + 9 * scale)} ${n(y - 5 * scale)}L${n(from)} ${n(y)}L${n(from + 9 * scale)} ${n(y + 5 * scale)}" fill="none" stroke="${colour}" stroke-width="${px(2.5)}"/>`,
              `under ${told(dot.under)} ${unit}`,
            ]
          : ['', dot.why];
    parts.push(
      `<g opacity="${lit.size > 0 && !lit.has(dot.entry) ? 0.28 : 1}">` +
        markerAt(entry.position, 22 * scale, y, 5 * scale, colour) +
        `<text x="${px(36)}" y="${n(y + font * 0.36)}" font-size="${n(font)}" font-weight="600" fill="${theme.ink}">${escaped(entry.name)}</text>` +
        drawn +
        `<text x="${n(to + 14 * scale)}" y="${n(y + font * 0.36)}" font-size="${n(font)}" font-weight="700" fill="${theme.ink}">${escaped(figure)}</text>` +
        `</g>`,
    );
  });
  return `${parts.join('\n')}\n</svg>`;
}
