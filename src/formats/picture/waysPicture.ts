import type { WayColumn } from '@/core/ranking/wayPlaces';
import { pictureHead, type PictureEntry, type PictureSize, type PictureWords } from './pictureHead';
import { escaped, markerAt, type PictureTheme } from './pictureTheme';

export interface WaysPicture extends PictureWords {
  ways: readonly Pick<WayColumn, 'name' | 'places' | 'order' | 'ties'>[];
  entries: ReadonlyMap<string, PictureEntry>;
  lit: ReadonlySet<string>;
}

/** Places under every way to compare as lines that cross; those that tie stand in one ring. */
export function waysPicture(
  picture: WaysPicture,
  { width, height, scale }: PictureSize,
  theme: PictureTheme,
): string {
  const { ways, entries, lit } = picture;
  const n = (value: number) => value.toFixed(1);
  const px = (value: number) => n(value * scale);
  const most = Math.max(1, ...ways.map(({ order }) => order.length));
  const [top, bottom] = [104 * scale, height - 44 * scale];
  const [left, right] = [width * 0.23, width * 0.86];
  const step = (bottom - top) / most;
  const x = (way: number) => (ways.length > 1 ? left + (way / (ways.length - 1)) * (right - left) : left);
  const y = (place: number) => top + (place + 0.5) * step;
  const dim = (entry: string) => (lit.size > 0 && !lit.has(entry) ? 0.28 : 1);
  const parts = [pictureHead(picture, { width, height, scale }, theme)];
  ways.forEach(({ name, order, ties }, i) => {
    parts.push(
      `<text x="${n(x(i))}" y="${px(84)}" font-size="${px(13.5)}" font-weight="700" text-anchor="middle" fill="${theme.ink}">${escaped(name)}</text>`,
      ...order.map(
        (_, place) =>
          `<text x="${n(x(i) - 20 * scale)}" y="${n(y(place) + 4 * scale)}" font-size="${px(11.5)}" text-anchor="end" fill="${theme.ink2}">${place + 1}</text>`,
      ),
      ...ties.map(
        ({ better, worse }) =>
          `<rect x="${n(x(i) - 13 * scale)}" y="${n(y(better - 1) - step * 0.4)}" width="${px(26)}" height="${n((worse - better + 0.8) * step)}" rx="${px(13)}" fill="none" stroke="${theme.ink2}" stroke-width="${px(1.2)}"/>`,
      ),
    );
  });
  for (const [entry, { name, position }] of entries) {
    const colour = theme.curves[position % theme.curves.length]!;
    const at = ways.flatMap(({ order }, i) => {
      const place = order.indexOf(entry);
      return place < 0 ? [] : [{ i, place }];
    });
    if (at.length === 0) continue;
    const [first] = at;
    const last = at.at(-1)!;
    const lines = at.slice(1).flatMap(({ i, place }, k) => {
      const before = at[k]!;
      // A way that does not rank it breaks its line.
      return before.i === i - 1 ? [`M${n(x(before.i))} ${n(y(before.place))}L${n(x(i))} ${n(y(place))}`] : [];
    });
    parts.push(
      `<g opacity="${dim(entry)}">` +
        `<path d="${lines.join('')}" fill="none" stroke="${colour}" stroke-width="${px(lit.has(entry) ? 4 : 2.2)}"/>` +
        at.map(({ i, place }) => markerAt(position, x(i), y(place), 6 * scale, colour)).join('') +
        (first!.i === 0
          ? `<text x="${n(x(0) - 40 * scale)}" y="${n(y(first!.place) + 5 * scale)}" font-size="${px(14)}" font-weight="600" text-anchor="end" fill="${theme.ink}">${escaped(name)}</text>`
          : `<text x="${n(x(first!.i))}" y="${n(y(first!.place) - 11 * scale)}" font-size="${px(13)}" font-weight="600" text-anchor="middle" fill="${theme.ink}">${escaped(name)}</text>`) +
        (last.i === first!.i
          ? ''
          : `<text x="${n(x(last.i) + 18 * scale)}" y="${n(y(last.place) + 5 * scale)}" font-size="${px(14)}" fill="${theme.ink}">${escaped(name)}</text>`) +
        `</g>`,
    );
  }
  return `${parts.join('\n')}\n</svg>`;
}
