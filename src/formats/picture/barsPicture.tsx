/** @jsxImportSource preact */
import { Marker } from './marker';
import { Picture, Words, type PictureEntry, type PictureSize, type PictureWords } from './picture';
import { colourAt, tenths, type PictureTheme } from './pictureTheme';

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

/** Letters of a name that have room. */
const MOST_LETTERS = 34;

function shortName(name: string): string {
  const short = [...name].slice(0, MOST_LETTERS).join('');
  return short === name ? name : `${short}…`;
}

/** An order as bars with their intervals, heat and noise told together, as one SVG with text. */
export function barsPicture(picture: BarsPicture, size: PictureSize, theme: PictureTheme) {
  const { bars, entries, lit, unit, decimals } = picture;
  const { width, height, scale } = size;
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

  const drawn = bars.map(({ entry: id, place, value, interval95, levelDb, remark }, i) => {
    const entry = entries.get(id);
    if (!entry) return null;
    const y = top + i * row;
    const middle = y + row / 2;
    const colour = colourAt(theme, entry.position);
    const base = middle + font * 0.36;
    return (
      <g opacity={lit.size > 0 && !lit.has(id) ? 0.28 : 1}>
        <path
          d={`M${tenths(left)} ${tenths(y + row)}H${tenths(width - 14 * scale)}`}
          stroke={theme.line}
          stroke-width={tenths(scale)}
        />
        <Words x={left} y={base} size={font} weight={700} colour={theme.ink}>
          {place}
        </Words>
        <Marker
          position={entry.position}
          x={nameAt - 13 * scale}
          y={middle}
          r={Math.min(5 * scale, font * 0.36)}
          colour={colour}
        />
        <Words x={nameAt} y={base} size={font} weight={lit.has(id) ? 750 : 600} colour={theme.ink}>
          {shortName(entry.name)}
        </Words>
        <rect
          x={tenths(from)}
          y={tenths(middle - row * 0.2)}
          width={tenths(Math.max(1, at(value) - from))}
          height={tenths(row * 0.4)}
          fill={colour}
        />
        <path
          d={`M${tenths(at(value - interval95))} ${tenths(middle)}H${tenths(at(value + interval95))}`}
          stroke={theme.ink}
          stroke-width={tenths(2 * scale)}
        />
        <Words x={to + 12 * scale} y={middle - font * 0.08} size={font} weight={700} colour={theme.ink}>
          {`${value.toFixed(decimals)} ± ${interval95.toFixed(decimals)} ${unit}`}
        </Words>
        <Words x={to + 12 * scale} y={middle + font * 0.86} size={font * 0.78} colour={theme.ink2}>
          {[`${levelDb.toFixed(1)} dB(A)`, remark].filter(Boolean).join(', ')}
        </Words>
      </g>
    );
  });
  return (
    <Picture words={picture} size={size} theme={theme}>
      {bars.length === 0 && (
        <Words x={14 * scale} y={height / 2} size={15 * scale} colour={theme.ink2}>
          No entry is ranked here.
        </Words>
      )}
      {drawn}
    </Picture>
  );
}
