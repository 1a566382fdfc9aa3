import { drawnSlots, type CasePlace, type CaseSide, type LayoutFan } from './layout';

/** A fan by where it sits and which way it blows. */
export type PlacedFan = Pick<LayoutFan, 'place' | 'slot' | 'direction'>;

/** A fan as it is drawn: a bar on its side of the case, and an arrow through it the way that it blows. */
export interface SketchedFan {
  x: number;
  y: number;
  width: number;
  height: number;
  direction: LayoutFan['direction'];
  /** Path of the arrow. */
  arrow: string;
}

/** The drawing is 100 wide and 92 high; the case stands in it from 14 to 86 and from 14 to 80, its front to the left. */
export const SKETCH = { width: 100, height: 92, left: 14, right: 86, top: 14, bottom: 80 };

const THICK = 6;
const REACH = 10;

/** An arrow of some length through a point, along one axis. */
function arrowAt(x: number, y: number, axis: 'x' | 'y', sign: 1 | -1): string {
  const head = 3;
  if (axis === 'x') {
    const tip = x + sign * REACH;
    return `M${x - sign * REACH} ${y}H${tip}m${-sign * head} ${-head}L${tip} ${y}l${-sign * head} ${head}`;
  }
  const tip = y + sign * REACH;
  return `M${x} ${y - sign * REACH}V${tip}m${-head} ${-sign * head}L${x} ${tip}l${head} ${-sign * head}`;
}

/** Along which axis a side stands, where its middle line is, and from where to where its slots go. */
const SIDES: Record<CasePlace, { along: 'x' | 'y'; at: number; from: number; to: number; inward: 1 | -1 }> = {
  front: { along: 'y', at: SKETCH.left, from: 18, to: 78, inward: 1 },
  rear: { along: 'y', at: SKETCH.right, from: 18, to: 46, inward: -1 },
  top: { along: 'x', at: SKETCH.top, from: 18, to: 82, inward: 1 },
  bottom: { along: 'x', at: SKETCH.bottom, from: 26, to: 82, inward: -1 },
  side: { along: 'x', at: 66, from: 26, to: 74, inward: -1 },
  radiator: { along: 'x', at: 26, from: 20, to: 66, inward: 1 },
};

/**
 * A layout as bars and arrows, its case seen from the side: the same on every page, in reports and pictures.
 *
 * @example layoutSketch([{ place: 'rear', slot: 1, direction: 'out' }])[0].x → 83
 */
export function layoutSketch(layout: readonly PlacedFan[], sides?: readonly CaseSide[]): SketchedFan[] {
  const whole = layout.map((fan) => ({ ...fan, fan: '', sizeMm: null, dutyPct: null }));
  const slots = new Map(drawnSlots(whole, sides).map(({ place, slots }) => [place, slots]));
  return layout.map(({ place, slot, direction }) => {
    const { along, at, from, to, inward } = SIDES[place];
    const length = (to - from) / slots.get(place)!;
    const middle = from + (slot - 0.5) * length;
    const sign = (direction === 'in' ? inward : -inward) as 1 | -1;
    const bar = length - 3;
    return along === 'y'
      ? {
          ...{ x: at - THICK / 2, y: middle - bar / 2, width: THICK, height: bar, direction },
          arrow: arrowAt(at, middle, 'x', sign),
        }
      : {
          ...{ x: middle - bar / 2, y: at - THICK / 2, width: bar, height: THICK, direction },
          arrow: arrowAt(middle, at, 'y', sign),
        };
  });
}

/**
 * How a layout is said: “3 in at the front, 1 out at the rear”.
 *
 * @example layoutWords([{ place: 'rear', slot: 1, direction: 'out' }]) → '1 out at the rear'
 */
export function layoutWords(layout: readonly PlacedFan[]): string {
  const counts = new Map<string, number>();
  for (const { place, direction } of layout) {
    const key = `${direction} at the ${place}`;
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  return [...counts].map(([key, count]) => `${count} ${key}`).join(', ');
}
