import { escaped, markerAt, type PictureTheme } from './pictureTheme';
import { pictureHead, type PictureEntry, type PictureSize, type PictureWords } from './pictureHead';

export interface Bar {
  entry: string;
  place: string;
  value: number;
  interval95: number;
  levelDb: number;
  /** What to know of it, in a few words. */
  remark: string;
}

export interface BarsPicture extends PictureWords {
  bars: readonly Bar[];
  entries: ReadonlyMap<string, PictureEntry>;
  unit: string;
  decimals: number;
  lit: ReadonlySet<string>;
}

/** An order as bars with their intervals, heat and noise told together, as one SVG with text. */
export function barsPicture(
  picture: BarsPicture,
  { width, height, scale }: PictureSize,
  theme: PictureTheme,
): string {
  const { bars, entries, lit, unit, decimals } = picture;
  const n = (value: number) => value.toFixed(1);
  const px = (value: number) => n(value * scale);
  const top = 66 * scale;
  const bottom = height - 34 * scale;
  const row = Math.min(46 * scale, (bottom - top) / Math.max(1, bars.length));
  const font = Math.min(15 * scale, row * 0.42);
  const left = 14 * scale;
  const nameAt = left + 62 * scale;
  const from = width * 0.36;
  const to = width - 212 * scale;
  const most = Math.max(...bars.map(({ value, interval95 }) => value + interval95), 1e-9);
  const at = (value: number) => from + (Math.max(0, value) / most) * (to - from);
  const parts = [pictureHead(picture, { width, height, scale }, theme)];
  if (bars.length === 0)
    parts.push(
      `<text x="${px(14)}" y="${n(height / 2)}" font-size="${px(15)}" fill="${theme.ink2}">No entry is ranked here.</text>`,
    );
  bars.forEach((bar, i) => {
    const entry = entries.get(bar.entry);
    if (!entry) return;
    const y = top + i * row;
    const middle = y + row / 2;
    const colour = theme.curves[entry.position % theme.curves.length]!;
    const isDim = lit.size > 0 && !lit.has(bar.entry);
    const figure = `${bar.value.toFixed(decimals)} ± ${bar.interval95.toFixed(decimals)} ${unit}`;
    const room = [...entry.name].slice(0, 34).join('');
    parts.push(
      `<g opacity="${isDim ? 0.28 : 1}">` +
        `<path d="M${n(left)} ${n(y + row)}H${n(width - 14 * scale)}" stroke="${theme.line}" stroke-width="${px(1)}"/>` +
        `<text x="${n(left)}" y="${n(middle + font * 0.36)}" font-size="${n(font)}" font-weight="700" fill="${theme.ink}">${escaped(bar.place)}</text>` +
        markerAt(entry.position, nameAt - 13 * scale, middle, Math.min(5 * scale, font * 0.36), colour) +
        `<text x="${n(nameAt)}" y="${n(middle + font * 0.36)}" font-size="${n(font)}" font-weight="${lit.has(bar.entry) ? 750 : 600}" fill="${theme.ink}">${escaped(room === entry.name ? room : `${room}…`)}</text>` +
        `<rect x="${n(from)}" y="${n(middle - row * 0.2)}" width="${n(Math.max(1, at(bar.value) - from))}" height="${n(row * 0.4)}" fill="${colour}"/>` +
        `<path d="M${n(at(bar.value - bar.interval95))} ${n(middle)}H${n(at(bar.value + bar.interval95))}" stroke="${theme.ink}" stroke-width="${px(2)}"/>` +
        `<text x="${n(to + 12 * scale)}" y="${n(middle - font * 0.08)}" font-size="${n(font)}" font-weight="700" fill="${theme.ink}">${escaped(figure)}</text>` +
        `<text x="${n(to + 12 * scale)}" y="${n(middle + font * 0.86)}" font-size="${n(font * 0.78)}" fill="${theme.ink2}">${escaped([`${bar.levelDb.toFixed(1)} dB(A)`, bar.remark].filter(Boolean).join(', '))}</text>` +
        `</g>`,
    );
  });
  return `${parts.join('\n')}\n</svg>`;
}
