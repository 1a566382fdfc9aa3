/** @jsxImportSource preact */
import { drawnCurve } from '@/core/curves/shown/drawnCurve';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { Marker } from './marker';
import { Picture, Words, type PictureEntry, type PictureSize, type PictureWords } from './picture';
import { colourAt, tenths, ticks, type PictureTheme } from './pictureTheme';

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

/** The grid under curves, and what its axes are. */
function Axes({
  picture: { decimals, xTitle, yTitle },
  found: { frame, x, y, at, up },
  scale,
  theme,
}: {
  picture: CurvesPicture;
  found: CurvesScale;
  scale: number;
  theme: PictureTheme;
}) {
  const small = { size: 13 * scale, colour: theme.ink2 };
  const across = `${tenths(frame.left)} `;
  return (
    <>
      {ticks(y.min, y.max, 6).map((value) => [
        <path
          d={`M${across}${tenths(up(value))}H${tenths(frame.right)}`}
          stroke={theme.line}
          stroke-width={tenths(scale)}
        />,
        <Words x={frame.left - 7 * scale} y={up(value) + 4.5 * scale} anchor="end" {...small}>
          {value.toFixed(value % 1 === 0 ? 0 : Math.min(3, decimals + 1))}
        </Words>,
      ])}
      {ticks(x.min, x.max, 7).map((value) => (
        <Words x={at(value)} y={frame.bottom + 18 * scale} anchor="middle" {...small}>
          {value}
        </Words>
      ))}
      <path
        d={`M${across}${tenths(frame.bottom)}H${tenths(frame.right)}`}
        stroke={theme.ink2}
        stroke-width={tenths(scale)}
      />
      <Words x={(frame.left + frame.right) / 2} y={frame.bottom + 36 * scale} anchor="middle" {...small}>
        {xTitle}
      </Words>
      <Words x={frame.left} y={frame.top - 27 * scale} {...small}>
        {yTitle}
      </Words>
    </>
  );
}

/** What stands across the curves, with its value in a tab at its top. */
function Line({
  line,
  found: { frame, at },
  scale,
  theme,
}: {
  line: { at: number; text: string };
  found: CurvesScale;
  scale: number;
  theme: PictureTheme;
}) {
  const middle = at(line.at);
  const half = (4.2 * line.text.length + 6) * scale;
  return (
    <>
      <path
        d={`M${tenths(middle)} ${tenths(frame.top - 6 * scale)}V${tenths(frame.bottom)}`}
        stroke={theme.act}
        stroke-width={tenths(2 * scale)}
      />
      <rect
        x={tenths(middle - half)}
        y={tenths(frame.top - 23 * scale)}
        width={tenths(2 * half)}
        height={tenths(19 * scale)}
        rx={tenths(3 * scale)}
        fill={theme.act}
      />
      <Words
        x={middle}
        y={frame.top - 9 * scale}
        size={13 * scale}
        weight={700}
        anchor="middle"
        colour={theme.ground}
      >
        {line.text}
      </Words>
    </>
  );
}

/** The curves of a load as one SVG with text: grid, curves with their error bars, names at their ends, the line over them. */
export function curvesPicture(picture: CurvesPicture, size: PictureSize, theme: PictureTheme) {
  const { lit } = picture;
  const { height, scale } = size;
  const shown = drawable(picture);
  const found = curvesScale(picture, size);
  if (!found)
    return (
      <Picture words={picture} size={size} theme={theme}>
        <Words x={14 * scale} y={height / 2} size={15 * scale} colour={theme.ink2}>
          Nothing was measured here that could be drawn.
        </Words>
      </Picture>
    );
  const { frame, at, up } = found;
  const labelY = spread(
    shown.map(({ line }) => up(line.at(-1)!.y)),
    17 * scale,
    frame.top + 6 * scale,
    frame.bottom - 4 * scale,
  );
  const curves = shown.map(({ curve, line, entry }, i) => {
    const { name, position } = entry!;
    const colour = colourAt(theme, position);
    const end = line.at(-1)!;
    const bars = curve.points.map(
      ({ at: where, value, interval95 }) =>
        `M${tenths(at(where))} ${tenths(up(value - interval95))}V${tenths(up(value + interval95))}`,
    );
    return (
      <g opacity={lit.size > 0 && !lit.has(curve.entry) ? 0.25 : 1}>
        <path d={bars.join('')} stroke={colour} stroke-width={tenths(1.2 * scale)} />
        <polyline
          points={line.map((point) => `${tenths(at(point.x))},${tenths(up(point.y))}`).join(' ')}
          fill="none"
          stroke={colour}
          stroke-width={tenths((lit.has(curve.entry) ? 3.2 : 2.2) * scale)}
        />
        {curve.points.map((point) => (
          <Marker position={position} x={at(point.at)} y={up(point.value)} r={4.5 * scale} colour={colour} />
        ))}
        <path
          d={`M${tenths(at(end.x) + 6 * scale)} ${tenths(up(end.y))}L${tenths(frame.right + 6 * scale)} ${tenths(labelY[i]!)}`}
          stroke={colour}
          stroke-opacity={0.5}
          stroke-width={tenths(scale)}
        />
        <Words
          x={frame.right + 10 * scale}
          y={labelY[i]! + 4.5 * scale}
          size={13.5 * scale}
          weight={650}
          colour={colour}
        >
          {name}
        </Words>
      </g>
    );
  });
  return (
    <Picture words={picture} size={size} theme={theme}>
      <Axes {...{ picture, found, scale, theme }} />
      {curves}
      {picture.line && <Line line={picture.line} {...{ found, scale, theme }} />}
      {picture.rings.map((ring) => (
        <circle
          cx={tenths(at(ring.at))}
          cy={tenths(up(ring.value))}
          r={tenths(7 * scale)}
          fill="none"
          stroke={theme.act}
          stroke-width={tenths(1.6 * scale)}
        />
      ))}
    </Picture>
  );
}
