import { criticalDifference, type Comparable } from '@/core/uncertainty/criticalDifference';
import { NORMAL_95, normalCdf } from '@/core/statistics/distributions/normal';

/**
 * The chance that `one` is better than `other`, as far as the numbers tell (a flat prior, so that the doubt of the
 * difference is that of the truth): Φ(d/u), with u from the 95 % half-width of the difference.
 *
 * @example chanceAhead({ value: 38, doubt: [], shared: 0 }, { value: 38, doubt: [{ from: 'mounts', variance: 1, freedom:
 * 99 }], shared: 0 }, 'lower') → 0.5
 */
export function chanceAhead(one: Comparable, other: Comparable, better: 'lower' | 'higher'): number {
  const difference = better === 'lower' ? other.value - one.value : one.value - other.value;
  const u = criticalDifference(one, other) / NORMAL_95;
  if (u === 0) return difference === 0 ? 0.5 : difference > 0 ? 1 : 0;
  return normalCdf(difference / u);
}
