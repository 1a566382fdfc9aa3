/** @jsxImportSource preact */
import { EQUAL_DB, type PairRow } from '@/core/judgement/pairs/headToHead';
import { Marker } from './marker';
import { Picture, Words, type PictureEntry, type PictureSize, type PictureWords } from './picture';
import { colourAt, tenths, type PictureTheme } from './pictureTheme';

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
export function pairPicture(picture: PairPicture, size: PictureSize, theme: PictureTheme) {
  const rows = picture.rows.slice(0, MOST_ROWS);
  const { width, height, scale } = size;
  const colourOf = ({ position }: PictureEntry) => colourAt(theme, position);
  const top = 100 * scale;
  const bottom = height - 34 * scale;
  const row = Math.min(44 * scale, (bottom - top) / Math.max(1, rows.length));
  const font = Math.min(15 * scale, row * 0.42);
  const [from, to] = [width * 0.36, width - 150 * scale];
  const middle = 0.5 * (from + to);
  const widest = new Map<string, number>();
  for (const { unit, lead, interval95 } of rows)
    widest.set(unit, Math.max(widest.get(unit) ?? 1e-9, Math.abs(lead) + interval95));

  /** Who is ahead where stands on its own side: the one to the right. */
  const side = (entry: PictureEntry, x: number, into: 1 | -1) => [
    <Marker position={entry.position} x={x} y={78 * scale} r={5 * scale} colour={colourOf(entry)} />,
    <Words
      x={x + into * 12 * scale}
      y={82.5 * scale}
      size={14 * scale}
      weight={700}
      colour={theme.ink}
      {...(into < 0 ? { anchor: 'end' as const } : {})}
    >
      {`${entry.name} ahead`}
    </Words>,
  ];
  const drawn = rows.map(({ what, where, unit, decimals, lead, interval95, ahead, louderDb }, i) => {
    const y = top + (i + 0.5) * row;
    const at = (value: number) => middle + (value / widest.get(unit)!) * (0.5 * (to - from));
    const first = ahead === null ? null : picture[ahead];
    const colour = first ? colourOf(first) : theme.ink2;
    const figure = `${Math.abs(lead).toFixed(decimals)} ± ${interval95.toFixed(decimals)} ${unit}`;
    return [
      <Words x={14 * scale} y={y + font * 0.36} size={font} colour={theme.ink}>
        {[what, where, noiseWords(louderDb)].filter(Boolean).join(', ')}
      </Words>,
      <path
        d={`M${tenths(at(lead - interval95))} ${tenths(y)}H${tenths(at(lead + interval95))}`}
        stroke={colour}
        stroke-width={tenths(2.5 * scale)}
      />,
      first ? (
        <Marker position={first.position} x={at(lead)} y={y} r={6 * scale} colour={colour} />
      ) : (
        <circle
          cx={tenths(at(lead))}
          cy={tenths(y)}
          r={tenths(5 * scale)}
          fill={theme.ground}
          stroke={colour}
          stroke-width={tenths(2 * scale)}
        />
      ),
      <Words
        x={to + 14 * scale}
        y={y + font * 0.36}
        size={font}
        weight={first ? 700 : 400}
        colour={theme.ink}
      >
        {first ? figure : `tie, ${figure}`}
      </Words>,
    ];
  });
  return (
    <Picture words={picture} size={size} theme={theme}>
      {side(picture.other, from, 1)}
      {side(picture.one, to, -1)}
      {rows.length === 0 ? (
        <Words x={14 * scale} y={height / 2} size={15 * scale} colour={theme.ink2}>
          They were not measured under the same condition.
        </Words>
      ) : (
        <path
          d={`M${tenths(middle)} ${tenths(top - 6 * scale)}V${tenths(top + rows.length * row)}`}
          stroke={theme.ink}
          stroke-width={tenths(1.5 * scale)}
        />
      )}
      {drawn}
    </Picture>
  );
}
