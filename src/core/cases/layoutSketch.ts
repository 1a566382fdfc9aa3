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
  /** Path of the arrow, and of its head alone, where the drawing is small. */
  arrow: string;
  head: string;
}

/** The drawing is 100 wide and 92 high; the case stands in it from 14 to 86 and from 14 to 80, its front to the left. */
export const SKETCH = { width: 100, height: 92, left: 14, right: 86, top: 14, bottom: 80 };

const THICK = 7;
const REACH = 10;

const HEAD = 3;
const SMALL_HEAD = 6;

/** An arrow of some length through a point, along one axis, and a larger head that stands alone. */
function arrowAt(x: number, y: number, axis: 'x' | 'y', sign: 1 | -1): Pick<SketchedFan, 'arrow' | 'head'> {
  if (axis === 'x') {
    const tip = x + sign * REACH;
    const own = x + sign * (THICK / 2 + SMALL_HEAD + 1);
    return {
      arrow: `M${x - sign * REACH} ${y}H${tip}m${-sign * HEAD} ${-HEAD}L${tip} ${y}l${-sign * HEAD} ${HEAD}`,
      head: `M${own - sign * SMALL_HEAD} ${y - SMALL_HEAD}L${own} ${y}L${own - sign * SMALL_HEAD} ${y + SMALL_HEAD}Z`,
    };
  }
  const tip = y + sign * REACH;
  const own = y + sign * (THICK / 2 + SMALL_HEAD + 1);
  return {
    arrow: `M${x} ${y - sign * REACH}V${tip}m${-HEAD} ${-sign * HEAD}L${x} ${tip}l${HEAD} ${-sign * HEAD}`,
    head: `M${x - SMALL_HEAD} ${own - sign * SMALL_HEAD}L${x} ${own}L${x + SMALL_HEAD} ${own - sign * SMALL_HEAD}Z`,
  };
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
 * @example layoutSketch([{ place: 'rear', slot: 1, direction: 'out' }])[0].x → 82.5
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
          ...arrowAt(at, middle, 'x', sign),
        }
      : {
          ...{ x: middle - bar / 2, y: at - THICK / 2, width: bar, height: THICK, direction },
          ...arrowAt(middle, at, 'y', sign),
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
