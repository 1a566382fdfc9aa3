import { EQUAL_DB, type PairRow } from '@/core/judgement/headToHead';
import { pictureHead, type PictureEntry, type PictureSize, type PictureWords } from './pictureHead';
import { escaped, markerAt, type PictureTheme } from './pictureTheme';

export interface PairPicture extends PictureWords {
  rows: readonly PairRow[];
  one: PictureEntry;
  other: PictureEntry;
}

/** How far the one is louder there than the other. */
const noiseWords = (louderDb: number) =>
  Math.abs(louderDb) < EQUAL_DB ? '' : `${louderDb > 0 ? '+' : '−'}${Math.abs(louderDb).toFixed(1)} dB`;

/** Rows that a picture can be read with. */
const MOST_ROWS = 12;

/**
 * Two entries set against one another: how far the one is ahead, row by row with its interval, which crosses the line in the middle where
 * they tie. Rows of one unit share a scale.
 */
export function pairPicture(
  picture: PairPicture,
  { width, height, scale }: PictureSize,
  theme: PictureTheme,
): string {
  const rows = picture.rows.slice(0, MOST_ROWS);
  const n = (value: number) => value.toFixed(1);
  const px = (value: number) => n(value * scale);
  const colourOf = ({ position }: PictureEntry) => theme.curves[position % theme.curves.length]!;
  const text = (x: number, y: number, size: number, words: string, more = '') =>
    `<text x="${n(x)}" y="${n(y)}" font-size="${n(size)}" ${more}>${escaped(words)}</text>`;
  const top = 100 * scale;
  const bottom = height - 34 * scale;
  const row = Math.min(44 * scale, (bottom - top) / Math.max(1, rows.length));
  const font = Math.min(15 * scale, row * 0.42);
  const [from, to] = [width * 0.36, width - 150 * scale];
  const middle = 0.5 * (from + to);
  const widest = new Map<string, number>();
  for (const { unit, lead, interval95 } of rows)
    widest.set(unit, Math.max(widest.get(unit) ?? 1e-9, Math.abs(lead) + interval95));
  const parts = [
    pictureHead(picture, { width, height, scale }, theme),
    // Who is ahead where stands on its own side: the one to the right.
    markerAt(picture.other.position, from, 78 * scale, 5 * scale, colourOf(picture.other)),
    text(
      from + 12 * scale,
      82.5 * scale,
      14 * scale,
      `${picture.other.name} ahead`,
      `font-weight="700" fill="${theme.ink}"`,
    ),
    markerAt(picture.one.position, to, 78 * scale, 5 * scale, colourOf(picture.one)),
    text(
      to - 12 * scale,
      82.5 * scale,
      14 * scale,
      `${picture.one.name} ahead`,
      `font-weight="700" text-anchor="end" fill="${theme.ink}"`,
    ),
  ];
  if (rows.length === 0)
    parts.push(
      text(
        14 * scale,
        height / 2,
        15 * scale,
        'They were not measured under the same condition.',
        `fill="${theme.ink2}"`,
      ),
    );
  else
    parts.push(
      `<path d="M${n(middle)} ${n(top - 6 * scale)}V${n(top + rows.length * row)}" stroke="${theme.ink}" stroke-width="${px(1.5)}"/>`,
    );
  rows.forEach(({ what, where, unit, decimals, lead, interval95, ahead, louderDb }, i) => {
    const y = top + (i + 0.5) * row;
    const at = (value: number) => middle + (value / widest.get(unit)!) * (0.5 * (to - from));
    const colour = ahead === null ? theme.ink2 : colourOf(ahead === 'one' ? picture.one : picture.other);
    const figure = `${Math.abs(lead).toFixed(decimals)} ± ${interval95.toFixed(decimals)} ${unit}`;
    parts.push(
      text(
        14 * scale,
        y + font * 0.36,
        font,
        [what, where, noiseWords(louderDb)].filter(Boolean).join(', '),
        `fill="${theme.ink}"`,
      ),
      `<path d="M${n(at(lead - interval95))} ${n(y)}H${n(at(lead + interval95))}" stroke="${colour}" stroke-width="${px(2.5)}"/>`,
      ahead === null
        ? `<circle cx="${n(at(lead))}" cy="${n(y)}" r="${px(5)}" fill="${theme.ground}" stroke="${colour}" stroke-width="${px(2)}"/>`
        : markerAt((ahead === 'one' ? picture.one : picture.other).position, at(lead), y, 6 * scale, colour),
      text(
        to + 14 * scale,
        y + font * 0.36,
        font,
        ahead === null ? `tie, ${figure}` : figure,
        `font-weight="${ahead === null ? 400 : 700}" fill="${theme.ink}"`,
      ),
    );
  });
  return `${parts.join('\n')}\n</svg>`;
}
