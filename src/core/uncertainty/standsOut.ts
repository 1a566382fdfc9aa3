import type { Variance } from '../statistics/variance';
import { fTail } from '@/core/statistics/distributions/fTail';
import { shownBy, together, type MountedEntry } from './spreads/rigSpread';

/** How seldom a sound entry of a round-up is named. */
const SELDOM = 0.05;

/**
 * Which entries’ mounts scatter more than those of the others: q over (T of the rest + p) beyond the F that a sound round-up passes once in
 * twenty, over all its remounted entries (DOUBT l). It is said, and nothing is computed otherwise. Positions in the list.
 *
 * Example: Six entries mounted three times, five of them within 0.4 K and one within 2 K: the one.
 */
export function standsOut(entries: readonly MountedEntry[], history: Variance | null): number[] {
  const remounted = entries.flatMap((entry, i) => (entry.variance === null ? [] : [i]));
  const all = together(shownBy(entries), history ?? { freedom: 0, variance: 0 });
  return remounted.filter((i) => {
    const { mounts, variance, passes } = entries[i]!;
    const freedom = all.freedom - (mounts - 1);
    if (!(freedom > 0)) return false;
    const rest = (all.freedom * all.variance - (mounts - 1) * (variance! - passes)) / freedom;
    const expected = Math.max(0, rest) + passes;
    // Only what is more than expected is asked about: the tail of F costs most.
    if (!(expected > 0 && variance! > expected)) return false;
    return fTail(variance! / expected, mounts - 1, freedom) < SELDOM / remounted.length;
  });
}
