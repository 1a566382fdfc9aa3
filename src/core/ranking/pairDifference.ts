import { simultaneousQuantile } from '../uncertainty/simultaneous95';
import { comparedTerms, halfWidth, powerOf, type DoubtTerm } from '../uncertainty/doubt';

interface Compared {
  value: number;
  doubt: readonly DoubtTerm[];
  /** Signed standard uncertainty shared with all of the rig. */
  shared: number;
}

/** Difference of two, in the unit of both. */
export interface PairDifference {
  difference: number;
  /** Half-width of its 95 % interval. */
  interval95: number;
  /** The interval leaves nothing out: it cannot be told which is better. */
  isOpen: boolean;
}

/**
 * How far one entry lies from another with the 95 % interval of that difference: each term of both by Student's t of its own
 * freedom (`halfWidth`), and what the rig leaves in doubt of both at once only as far as it differs (GUM, JCGM 100, F.1.2.3).
 *
 * Of `count` entries that are looked at together the interval holds for all their differences at once (FORMATS step 9: the studentized
 * range), as the places do.
 *
 * pairDifference of 40 ± 1 and 38 ± 1, nothing shared, is 2 ± 1.41.
 */
export function pairDifference(base: Compared, other: Compared, count = 2): PairDifference {
  const difference = other.value - base.value;
  const quantile = simultaneousQuantile(count);
  const half = Math.hypot(
    halfWidth(comparedTerms([...base.doubt, ...other.doubt]), count),
    quantile * (base.shared - other.shared),
    quantile * (powerOf(base.doubt) - powerOf(other.doubt)),
  );
  return { difference, interval95: half, isOpen: Math.abs(difference) <= half };
}
