import type { PlacedEntry } from './rankAtLine';
import { inARow, placesInWords } from '../words';

/** A place by one way to compare: from and to, the value and how loud it is there. */
export interface WayPlace {
  placeFrom: number;
  placeTo: number;
  value: number;
  interval95: number;
  levelDb: number;
  status: PlacedEntry['status'];
}

/** One way to compare at one load: where each entry stands by it. */
export interface WayColumn {
  key: string;
  /** As people call it: “at full speed”. */
  name: string;
  places: Record<string, WayPlace>;
  /** Entries in the order of their places, and which of them tie: first and last of each bracket, counted from 1. */
  order: string[];
  ties: { better: number; worse: number }[];
  reasons: Record<string, string>;
}

/** How many entries stand in only one of two orders. */
export interface OnlyIn {
  one: number;
  other: number;
}

/**
 * Entries that stand in one of two orders and not in the other.
 *
 * @example onlyIn(['a', 'b'], ['b', 'c', 'd']) → { one: 1, other: 2 }
 */
export function onlyIn(one: readonly string[], other: readonly string[]): OnlyIn {
  return {
    one: one.filter((entry) => !other.includes(entry)).length,
    other: other.filter((entry) => !one.includes(entry)).length,
  };
}

/**
 * Whether two places surely differ: their ranges have nothing in common, whatever those do that stand in only one of the two orders. An
 * entry that joins an order moves all behind it by one, and that says nothing of them.
 *
 * @example surelyElsewhere({ placeFrom: 1, placeTo: 2 }, { placeFrom: 3, placeTo: 3 }) → true
 */
export function surelyElsewhere(
  one: Pick<WayPlace, 'placeFrom' | 'placeTo'>,
  other: Pick<WayPlace, 'placeFrom' | 'placeTo'>,
  only: OnlyIn = { one: 0, other: 0 },
): boolean {
  return one.placeFrom - only.one > other.placeTo || other.placeFrom - only.other > one.placeTo;
}

/** An entry that stands elsewhere by another way, in a sentence that holds. */
export interface WayDifference {
  entry: string;
  sentence: string;
}

/**
 * Where ways to compare disagree with equal noise: entries whose place is surely another one by some way, with how much louder or
 * quieter that is, those that come first by it before the others.
 *
 * Example: ‘Cierzo 240 is first at full speed (10.6 dB above the noise line); at equal noise it is fourth to sixth.’
 */
export function wayDifferences(
  ways: readonly WayColumn[],
  atNoise: WayColumn,
  lineDb: number,
  nameOf: (entry: string) => string,
): WayDifference[] {
  const entries = [...new Set(ways.flatMap(({ places }) => Object.keys(places)))];
  const found = entries.flatMap((entry) => {
    const there = atNoise.places[entry];
    const moved = ways.flatMap((way) => {
      const place = way.places[entry];
      const only = onlyIn(Object.keys(way.places), Object.keys(atNoise.places));
      return way.key !== atNoise.key && place && (!there || surelyElsewhere(place, there, only))
        ? [{ name: way.name, place }]
        : [];
    });
    return moved.length > 0 ? [{ entry, there, moved }] : [];
  });
  const best = ({ moved }: (typeof found)[number]) => Math.min(...moved.map(({ place }) => place.placeTo));
  return found
    .sort((one, other) => best(one) - best(other))
    .map(({ entry, there, moved }) => {
      const told = moved.map(({ name, place }) => {
        const overDb = place.levelDb - lineDb;
        const louder =
          Math.abs(overDb) < 0.5
            ? ''
            : ` (${Math.abs(overDb).toFixed(1)} dB ${overDb > 0 ? 'above' : 'below'} the noise line)`;
        return `${placesInWords(place.placeFrom, place.placeTo)} ${name}${louder}`;
      });
      const beside = there
        ? placesInWords(there.placeFrom, there.placeTo)
        : ['not ranked', atNoise.reasons[entry]].filter(Boolean).join(': ');
      return {
        entry,
        sentence: `${nameOf(entry)} is ${inARow(told)}; at equal noise it is ${beside}.`,
      };
    });
}
