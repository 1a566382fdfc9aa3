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

/**
 * Whether two places surely differ: their ranges have nothing in common.
 *
 * @example surelyElsewhere({ placeFrom: 1, placeTo: 2 }, { placeFrom: 3, placeTo: 3 }) → true
 */
export function surelyElsewhere(
  one: Pick<SchoolPlace, 'placeFrom' | 'placeTo'>,
  other: Pick<SchoolPlace, 'placeFrom' | 'placeTo'>,
): boolean {
  return one.placeFrom > other.placeTo || other.placeFrom > one.placeTo;
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
  if (there && !surelyElsewhere(place, there)) return '';
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
