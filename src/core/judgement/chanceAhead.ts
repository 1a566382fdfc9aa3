import type { DoubtTerm } from '../uncertainty/doubt';
import { comparedTerms, halfWidth, powerOf } from '../uncertainty/doubt';
import { NORMAL_95, normalCdf } from '../statistics/normal';

interface Compared {
  value: number;
  doubt: readonly DoubtTerm[];
  /** Signed standard uncertainty shared with all of the rig. */
  shared: number;
}

/**
 * The chance that `one` is better than `other`, as far as the numbers tell (a flat prior, so that the doubt of the
 * difference is that of the truth): Φ(d/u), with u from the 95 % half-width of the difference.
 *
 * @example chanceAhead({ value: 38, doubt: [], shared: 0 }, { value: 38, doubt: [{ from: 'passes', variance: 1, freedom:
 * 99 }], shared: 0 }, 'lower') → 0.5
 */
export function chanceAhead(one: Compared, other: Compared, better: 'lower' | 'higher'): number {
  const difference = better === 'lower' ? other.value - one.value : one.value - other.value;
  const u = Math.hypot(
    halfWidth(comparedTerms([...one.doubt, ...other.doubt])) / NORMAL_95,
    one.shared - other.shared,
    powerOf(one.doubt) - powerOf(other.doubt),
  );
  if (u === 0) return difference === 0 ? 0.5 : difference > 0 ? 1 : 0;
  return normalCdf(difference / u);
}
