import { drawnCurve } from '@/core/curves/drawnCurve';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { escaped, markerAt, ticks, type PictureTheme } from './pictureTheme';
import { pictureHead, type PictureEntry, type PictureSize, type PictureWords } from './pictureHead';

export interface CurvesPicture extends PictureWords {
  curves: readonly EntryCurve[];
  entries: ReadonlyMap<string, PictureEntry>;
  xTitle: string;
  yTitle: string;
  /** What stands across the curves, with its value in a tab at its top. */
  line: { at: number; text: string } | null;
  /** What entries come to, ringed. */
  rings: readonly { at: number; value: number }[];
  decimals: number;
  /** Entries that are spoken of: the others are dimmed; with none all are alike. */
  lit: ReadonlySet<string>;
}

/** Labels that stand at least a line apart, as near as can be to where they belong. */
function spread(wanted: readonly number[], least: number, top: number, bottom: number): number[] {
  const order = wanted.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y);
  let from = top;
  for (const label of order) {
    label.y = Math.max(label.y, from);
    from = label.y + least;
  }
  let to = bottom;
  for (const label of [...order].reverse()) {
    label.y = Math.min(label.y, to);
    to = label.y - least;
  }
  const placed = new Array<number>(wanted.length);
  for (const { y, i } of order) placed[i] = y;
  return placed;
}

interface Frame {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Where figures stand in a picture of curves. */
export interface CurvesScale {
  frame: Frame;
  x: { min: number; max: number };
  y: { min: number; max: number };
  /** Pixels of a place on the axis, and of a value. */
  at: (place: number) => number;
  up: (value: number) => number;
}

function padded(values: readonly number[]): { min: number; max: number } {
  const [min, max] = [Math.min(...values), Math.max(...values)];
  const room = 0.06 * (max - min || Math.abs(max) || 1);
  return { min: min - room, max: max + room };
}

const drawable = ({ curves, entries }: Pick<CurvesPicture, 'curves' | 'entries'>) =>
  curves
    .map((curve) => ({ curve, line: drawnCurve(curve), entry: entries.get(curve.entry) }))
    .filter(({ line, entry }) => line.length > 0 && entry !== undefined);

/** The scale of a picture; null where there is nothing that could be drawn. */
export function curvesScale(
  picture: Pick<CurvesPicture, 'curves' | 'entries' | 'line' | 'title' | 'source'>,
  { width, height, scale }: PictureSize,
): CurvesScale | null {
  const shown = drawable(picture);
  if (shown.length === 0) return null;
  const xs = shown.flatMap(({ curve }) => curve.points.map(({ at }) => at));
  const x = padded(picture.line ? [...xs, picture.line.at] : xs);
  const y = padded(
    shown.flatMap(({ curve }) =>
      curve.points.flatMap(({ value, interval95 }) => [value - interval95, value + interval95]),
    ),
  );
  const nameWidth = Math.min(
    0.3 * width,
    Math.max(90, ...shown.map(({ entry }) => 7.6 * [...entry!.name].length)) * scale,
  );
  const frame = {
    left: 52 * scale,
    right: width - nameWidth - 18 * scale,
    // Without a head the line’s tab and the name of the scale are all that stands above.
    top: (picture.title === '' ? 46 : 92) * scale,
    bottom: height - (picture.source === '' ? 44 : 62) * scale,
  };
  return {
    ...{ frame, x, y },
    at: (place) => frame.left + ((place - x.min) / (x.max - x.min)) * (frame.right - frame.left),
    up: (value) => frame.bottom - ((value - y.min) / (y.max - y.min)) * (frame.bottom - frame.top),
  };
}

/** The curves of a load as one SVG with text: grid, curves with their error bars, names at their ends, the line over them. */
export function curvesPicture(
  picture: CurvesPicture,
  { width, height, scale }: PictureSize,
  theme: PictureTheme,
): string {
  const { lit } = picture;
  const px = (value: number) => (value * scale).toFixed(1);
  const shown = drawable(picture);
  const head = pictureHead(picture, { width, height, scale }, theme);
  const found = curvesScale(picture, { width, height, scale });
  if (!found)
    return `${head}<text x="${px(14)}" y="${(height / 2).toFixed(1)}" font-size="${px(15)}" fill="${theme.ink2}">Nothing was measured here that could be drawn.</text></svg>`;
  const { frame, x, y, at, up } = found;
  const n = (value: number) => value.toFixed(1);
  const parts: string[] = [head];
  for (const value of ticks(y.min, y.max, 6))
    parts.push(
      `<path d="M${n(frame.left)} ${n(up(value))}H${n(frame.right)}" stroke="${theme.line}" stroke-width="${px(1)}"/>` +
        `<text x="${n(frame.left - 7 * scale)}" y="${n(up(value) + 4.5 * scale)}" font-size="${px(13)}" text-anchor="end" fill="${theme.ink2}">${value.toFixed(value % 1 === 0 ? 0 : Math.min(3, picture.decimals + 1))}</text>`,
    );
  for (const value of ticks(x.min, x.max, 7))
    parts.push(
      `<text x="${n(at(value))}" y="${n(frame.bottom + 18 * scale)}" font-size="${px(13)}" text-anchor="middle" fill="${theme.ink2}">${value}</text>`,
    );
  parts.push(
    `<path d="M${n(frame.left)} ${n(frame.bottom)}H${n(frame.right)}" stroke="${theme.ink2}" stroke-width="${px(1)}"/>`,
    `<text x="${n((frame.left + frame.right) / 2)}" y="${n(frame.bottom + 36 * scale)}" font-size="${px(13)}" text-anchor="middle" fill="${theme.ink2}">${escaped(picture.xTitle)}</text>`,
    `<text x="${n(frame.left)}" y="${n(frame.top - 27 * scale)}" font-size="${px(13)}" fill="${theme.ink2}">${escaped(picture.yTitle)}</text>`,
  );
  const labelY = spread(
    shown.map(({ line }) => up(line.at(-1)!.y)),
    17 * scale,
    frame.top + 6 * scale,
    frame.bottom - 4 * scale,
  );
  shown.forEach(({ curve, line, entry }, i) => {
    const { name, position } = entry!;
    const colour = theme.curves[position % theme.curves.length]!;
    const isDim = lit.size > 0 && !lit.has(curve.entry);
    const end = line.at(-1)!;
    const bars = curve.points
      .map(
        ({ at: where, value, interval95 }) =>
          `M${n(at(where))} ${n(up(value - interval95))}V${n(up(value + interval95))}`,
      )
      .join('');
    parts.push(
      `<g opacity="${isDim ? 0.25 : 1}">` +
        `<path d="${bars}" stroke="${colour}" stroke-width="${px(1.2)}"/>` +
        `<polyline points="${line.map((point) => `${n(at(point.x))},${n(up(point.y))}`).join(' ')}" fill="none" stroke="${colour}" stroke-width="${px(lit.has(curve.entry) ? 3.2 : 2.2)}"/>` +
        curve.points
          .map((point) => markerAt(position, at(point.at), up(point.value), 4.5 * scale, colour))
          .join('') +
        `<path d="M${n(at(end.x) + 6 * scale)} ${n(up(end.y))}L${n(frame.right + 6 * scale)} ${n(labelY[i]!)}" stroke="${colour}" stroke-opacity="0.5" stroke-width="${px(1)}"/>` +
        `<text x="${n(frame.right + 10 * scale)}" y="${n(labelY[i]! + 4.5 * scale)}" font-size="${px(13.5)}" font-weight="650" fill="${colour}">${escaped(name)}</text>` +
        `</g>`,
    );
  });
  if (picture.line) {
    const middle = at(picture.line.at);
    const half = (4.2 * picture.line.text.length + 6) * scale;
    parts.push(
      `<path d="M${n(middle)} ${n(frame.top - 6 * scale)}V${n(frame.bottom)}" stroke="${theme.act}" stroke-width="${px(2)}"/>` +
        `<rect x="${n(middle - half)}" y="${n(frame.top - 23 * scale)}" width="${n(2 * half)}" height="${px(19)}" rx="${px(3)}" fill="${theme.act}"/>` +
        `<text x="${n(middle)}" y="${n(frame.top - 9 * scale)}" font-size="${px(13)}" font-weight="700" text-anchor="middle" fill="${theme.ground}">${escaped(picture.line.text)}</text>`,
    );
  }
  for (const ring of picture.rings)
    parts.push(
      `<circle cx="${n(at(ring.at))}" cy="${n(up(ring.value))}" r="${px(7)}" fill="none" stroke="${theme.act}" stroke-width="${px(1.6)}"/>`,
    );
  return `${parts.join('\n')}\n</svg>`;
}
