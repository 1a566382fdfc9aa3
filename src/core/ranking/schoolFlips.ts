import type { PlacedEntry } from './rankAtLine';
import { placesInWords } from '../words';

/** A place in a school: from and to, the value and how loud it is there. */
export interface SchoolPlace {
  placeFrom: number;
  placeTo: number;
  value: number;
  interval95: number;
  levelDb: number;
  status: PlacedEntry['status'];
}

/** One school at one load: where each entry stands by it. */
export interface SchoolColumn {
  key: string;
  /** As people call it: “at full speed”. */
  name: string;
  places: Record<string, SchoolPlace>;
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
  one: Pick<SchoolPlace, 'placeFrom' | 'placeTo'>,
  other: Pick<SchoolPlace, 'placeFrom' | 'placeTo'>,
  only: OnlyIn = { one: 0, other: 0 },
): boolean {
  return one.placeFrom - only.one > other.placeTo || other.placeFrom - only.other > one.placeTo;
}

/**
 * Who leads by a school and not at equal noise, in a sentence, with how much louder that is; empty where nobody is moved.
 *
 * Example: ‘Cierzo 240 is first at full speed, 10.6 dB above the noise line; at equal noise it is fourth to sixth.’
 */
export function flipSentence(
  school: SchoolColumn,
  atNoise: SchoolColumn,
  lineDb: number,
  nameOf: (entry: string) => string,
): string {
  const lead = Object.entries(school.places).find(
    ([, place]) => place.placeFrom === 1 && place.placeTo === 1,
  );
  if (!lead) return '';
  const [entry, place] = lead;
  const there = atNoise.places[entry];
  const only = onlyIn(Object.keys(school.places), Object.keys(atNoise.places));
  if (there && !surelyElsewhere(place, there, only)) return '';
  const overDb = place.levelDb - lineDb;
  const louder =
    Math.abs(overDb) < 0.5
      ? ''
      : `, ${Math.abs(overDb).toFixed(1)} dB ${overDb > 0 ? 'above' : 'below'} the noise line`;
  const beside = there
    ? `at equal noise it is ${placesInWords(there.placeFrom, there.placeTo)}`
    : 'at equal noise it is not ranked';
  return `${nameOf(entry)} is first ${school.name}${louder}; ${beside}.`;
}
