/** A marker, from where to where its intervals go, and how wide its name is, px. */
export interface NamedMark {
  x: number;
  y: number;
  spanX: readonly [number, number];
  spanY: readonly [number, number];
  widthPx: number;
}

/** Where a name is written: its anchor and the foot of its letters, px. */
export interface NamePlace {
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
}

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Half of a marker and of a bar with their air, px; letters above and below their foot. */
const MARK_PX = 8;
const BAR_PX = 2;
const [ABOVE_PX, BELOW_PX] = [12, 4];
/** From the marker, the places that are tried, the first of them first. */
const PLACES: readonly NamePlace[] = [
  { x: 10, y: 4, anchor: 'start' },
  { x: -10, y: 4, anchor: 'end' },
  { x: 8, y: -9, anchor: 'start' },
  { x: 8, y: 18, anchor: 'start' },
  { x: -8, y: -9, anchor: 'end' },
  { x: -8, y: 18, anchor: 'end' },
  { x: 0, y: -13, anchor: 'middle' },
  { x: 0, y: 22, anchor: 'middle' },
  { x: 8, y: -25, anchor: 'start' },
  { x: 8, y: 34, anchor: 'start' },
  { x: -8, y: -25, anchor: 'end' },
  { x: -8, y: 34, anchor: 'end' },
];
/** A name over another marker hides which is whose: it weighs so much more than one over a bar. */
const MARK_WEIGHT = 4;
const BEFORE = { start: 0, middle: 0.5, end: 1 };

function boxOf({ x, y, anchor }: NamePlace, widthPx: number): Box {
  const left = x - BEFORE[anchor] * widthPx;
  return { left, right: left + widthPx, top: y - ABOVE_PX, bottom: y + BELOW_PX };
}

/** How much two boxes share, px². */
function shared(one: Box, other: Box): number {
  const wide = Math.min(one.right, other.right) - Math.max(one.left, other.left);
  const high = Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top);
  return wide > 0 && high > 0 ? wide * high : 0;
}

const between = (ends: readonly [number, number], px: number, y: number): Box => ({
  ...{ left: Math.min(...ends), right: Math.max(...ends) },
  ...{ top: y - px, bottom: y + px },
});
const turned = ({ left, right, top, bottom }: Box): Box => ({
  left: top,
  right: bottom,
  top: left,
  bottom: right,
});

/** What no name may cover, and how much that weighs: a marker and its two bars. */
const drawn = ({ x, y, spanX, spanY }: NamedMark): { box: Box; weight: number }[] => [
  { box: between([x - MARK_PX, x + MARK_PX], MARK_PX, y), weight: MARK_WEIGHT },
  { box: between(spanX, BAR_PX, y), weight: 1 },
  { box: turned(between(spanY, BAR_PX, x)), weight: 1 },
];

/**
 * Where names go beside their markers within a frame: each at the first place around it that covers neither a marker with
 * its intervals nor a name before it; where every place covers something, where it covers least.
 */
export function besideMarks(marks: readonly NamedMark[], frame: Box): NamePlace[] {
  const taken = marks.flatMap(drawn);
  return marks.map((mark) => {
    const tried = PLACES.map(({ x, y, anchor }) => {
      const place = { x: mark.x + x, y: mark.y + y, anchor };
      const box = boxOf(place, mark.widthPx);
      const outside = mark.widthPx * (ABOVE_PX + BELOW_PX) - shared(box, frame);
      const covered = taken.reduce((sum, { box: other, weight }) => sum + weight * shared(box, other), 0);
      return { place, box, cost: covered + 3 * outside };
    });
    const least = Math.min(...tried.map(({ cost }) => cost));
    const { place, box } = tried.find(({ cost }) => cost === least)!;
    taken.push({ box, weight: MARK_WEIGHT });
    return place;
  });
}
