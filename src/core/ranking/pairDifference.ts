import { criticalDifference, type Comparable } from '../uncertainty/criticalDifference';

/** Difference of two, in the unit of both. */
export interface PairDifference {
  difference: number;
  /** Half-width of its 95 % interval. */
  interval95: number;
  /** The interval leaves nothing out: it cannot be told which is better. */
  isOpen: boolean;
}

/**
 * How far one entry lies from another with the 95 % interval of that difference: by the rule that gives the places
 * (DOUBT i): what the rig leaves in doubt of both at once counts only as far as it differs (GUM, JCGM 100, F.1.2.3).
 *
 * Of `count` entries that are looked at together the interval holds for all their differences at once (FORMATS step 9: the studentized
 * range), as the places do; in so many `rows` of one pair, for all of those, too.
 *
 * pairDifference of 40 ± 1 and 38 ± 1, nothing shared, is 2 ± 1.41.
 */
export function pairDifference(base: Comparable, other: Comparable, count = 2, rows = 1): PairDifference {
  const difference = other.value - base.value;
  const half = criticalDifference(base, other, count, rows);
  return { difference, interval95: half, isOpen: Math.abs(difference) <= half };
}
