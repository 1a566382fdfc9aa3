/** Where a case takes fans, by the side they sit on; `radiator` are fans on a radiator, wherever that hangs. */
export const CASE_PLACES = ['front', 'top', 'rear', 'bottom', 'side', 'radiator'] as const;
export type CasePlace = (typeof CASE_PLACES)[number];

export type AirDirection = 'in' | 'out';

/** One fan of a layout. Slots count from 1: at the front of a side, at the top of an end. */
export interface LayoutFan {
  place: CasePlace;
  slot: number;
  direction: AirDirection;
  fan: string;
  sizeMm: number | null;
  dutyPct: number | null;
}

/** How many fans a place takes, and how large. */
export interface CaseSide {
  place: CasePlace;
  slots: number;
  sizeMm: number;
}

/** The places of a middle-sized case, where nobody has noted those of the one at hand. */
export const USUAL_CASE: readonly CaseSide[] = [
  { place: 'front', slots: 3, sizeMm: 140 },
  { place: 'top', slots: 3, sizeMm: 140 },
  { place: 'rear', slots: 1, sizeMm: 140 },
  { place: 'bottom', slots: 2, sizeMm: 140 },
  { place: 'side', slots: 2, sizeMm: 140 },
  { place: 'radiator', slots: 3, sizeMm: 140 },
];

/** What any case may have at a side: of a case that nobody has noted only what cannot be is refused. */
export const ANY_CASE: readonly CaseSide[] = CASE_PLACES.map((place) => ({ place, slots: 9, sizeMm: 400 }));

/**
 * How many slots a side is drawn with: those of the case, and more where a layout has them.
 *
 * @example drawnSlots([]).find(({ place }) => place === 'rear').slots → 1
 */
export function drawnSlots(
  layout: readonly LayoutFan[],
  sides: readonly CaseSide[] = USUAL_CASE,
): { place: CasePlace; slots: number }[] {
  const drawn = [...sides, ...layout.map(({ place }) => ({ place, slots: 1 }))];
  const first = drawn.filter(({ place }, i) => drawn.findIndex((other) => other.place === place) === i);
  return first.map(({ place, slots }) => ({
    place,
    slots: Math.max(slots, ...layout.filter((fan) => fan.place === place).map((fan) => fan.slot)),
  }));
}

/** A fan by where it sits, as people say it: “front 2”. */
export const slotName = ({ place, slot }: Pick<LayoutFan, 'place' | 'slot'>) => `${place} ${slot}`;

/**
 * What a layout cannot be in a case, in words: a place or a slot that the case has not, two fans in one slot, a fan larger
 * than its place. Null where it can.
 *
 * @example layoutProblem([{ place: 'rear', slot: 1, direction: 'out', fan: 'Brisa', sizeMm: 999, dutyPct: null }]) ===
 * null → false
 */
export function layoutProblem(
  layout: readonly LayoutFan[],
  sides: readonly CaseSide[] = ANY_CASE,
): string | null {
  const seen = new Set<string>();
  for (const fan of layout) {
    const side = sides.find((other) => other.place === fan.place);
    if (!side) return `the case takes no fan at the ${fan.place}`;
    if (!(Number.isInteger(fan.slot) && fan.slot >= 1 && fan.slot <= side.slots))
      return `the case takes ${side.slots} at the ${fan.place}, and no ${slotName(fan)}`;
    if (fan.sizeMm !== null && fan.sizeMm > side.sizeMm)
      return `a fan of ${fan.sizeMm} mm does not fit at the ${fan.place}, which takes ${side.sizeMm} mm`;
    if (seen.has(slotName(fan))) return `two fans at ${slotName(fan)}`;
    seen.add(slotName(fan));
  }
  return null;
}
