/** @jsxImportSource preact */
import type { WayColumn } from '@/core/ranking/wayPlaces';
import { Marker } from './marker';
import { Picture, Words, type PictureEntry, type PictureSize, type PictureWords } from './picture';
import { colourAt, tenths, type PictureTheme } from './pictureTheme';

export interface WaysPicture extends PictureWords {
  ways: readonly Pick<WayColumn, 'name' | 'places' | 'order' | 'ties'>[];
  entries: ReadonlyMap<string, PictureEntry>;
  lit: ReadonlySet<string>;
}

/** Places under every way to compare as lines that cross; those that tie stand in one ring. */
export function waysPicture(picture: WaysPicture, size: PictureSize, theme: PictureTheme) {
  const { ways, entries, lit } = picture;
  const { width, height, scale } = size;
  const most = Math.max(1, ...ways.map(({ order }) => order.length));
  const [top, bottom] = [104 * scale, height - 44 * scale];
  const [left, right] = [width * 0.23, width * 0.86];
  const step = (bottom - top) / most;
  const x = (way: number) => (ways.length > 1 ? left + (way / (ways.length - 1)) * (right - left) : left);
  const y = (place: number) => top + (place + 0.5) * step;

  const columns = ways.map(({ name, ties }, i) => [
    <Words x={x(i)} y={84 * scale} size={13.5 * scale} weight={700} anchor="middle" colour={theme.ink}>
      {name}
    </Words>,
    ties.map(({ better, worse }) => (
      <rect
        x={tenths(x(i) - 13 * scale)}
        y={tenths(y(better - 1) - step * 0.4)}
        width={tenths(26 * scale)}
        height={tenths((worse - better + 0.8) * step)}
        rx={tenths(13 * scale)}
        fill="none"
        stroke={theme.ink2}
        stroke-width={tenths(1.2 * scale)}
      />
    )),
  ]);
  const numbers = ways.map(({ order }, i) =>
    order.map((_, place) => (
      <Words
        x={x(i) - 20 * scale}
        y={y(place) + 4 * scale}
        size={11.5 * scale}
        anchor="end"
        colour={theme.ink2}
        halo={theme.ground}
      >
        {place + 1}
      </Words>
    )),
  );
  const lines = [...entries].map(([entry, { name, position }]) => {
    const colour = colourAt(theme, position);
    const at = ways.flatMap(({ order }, i) => {
      const place = order.indexOf(entry);
      return place < 0 ? [] : [{ i, place }];
    });
    const first = at[0];
    const last = at.at(-1);
    if (!first || !last) return null;
    const drawn = at.slice(1).flatMap(({ i, place }, k) => {
      const before = at[k]!;
      // A way that does not rank it breaks its line.
      return before.i === i - 1
        ? [`M${tenths(x(before.i))} ${tenths(y(before.place))}L${tenths(x(i))} ${tenths(y(place))}`]
        : [];
    });
    return (
      <g opacity={lit.size > 0 && !lit.has(entry) ? 0.28 : 1}>
        {drawn.length > 0 && (
          <path
            d={drawn.join('')}
            fill="none"
            stroke={colour}
            stroke-width={tenths((lit.has(entry) ? 4 : 2.2) * scale)}
          />
        )}
        {at.map(({ i, place }) => (
          <Marker position={position} x={x(i)} y={y(place)} r={6 * scale} colour={colour} />
        ))}
        {first.i === 0 ? (
          <Words
            x={x(0) - 40 * scale}
            y={y(first.place) + 5 * scale}
            size={14 * scale}
            weight={600}
            anchor="end"
            colour={theme.ink}
          >
            {name}
          </Words>
        ) : (
          <Words
            x={x(first.i)}
            y={y(first.place) - 11 * scale}
            size={13 * scale}
            weight={600}
            anchor="middle"
            colour={theme.ink}
          >
            {name}
          </Words>
        )}
        {last.i !== first.i && (
          <Words
            x={x(last.i) + 18 * scale}
            y={y(last.place) + 5 * scale}
            size={14 * scale}
            colour={theme.ink}
          >
            {name}
          </Words>
        )}
      </g>
    );
  });
  return (
    <Picture words={picture} size={size} theme={theme}>
      {columns}
      {lines}
      {numbers}
    </Picture>
  );
}
