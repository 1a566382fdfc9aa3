import { fTail } from '../statistics/fTail';
import { seenSpread, type MountedEntry } from './rigSpread';
import type { RigHistory } from './sweep';

/** How seldom a sound entry of a round-up is named. */
const SELDOM = 0.05;

/**
 * Which entries’ mounts scatter more than those of the others: q over (T of the rest + p) beyond the F that a sound round-up passes once in
 * twenty, over all its remounted entries (DOUBT l). It is said, and nothing is computed otherwise. Positions in the list.
 *
 * Example: Six entries mounted three times, five of them within 0.4 K and one within 2 K: the one.
 */
export function standsOut(entries: readonly MountedEntry[], history: RigHistory | null): number[] {
  const remounted = entries.flatMap((entry, i) => (entry.variance === null ? [] : [i]));
  return remounted.filter((i) => {
    const { mounts, variance, passes } = entries[i]!;
    const rest = seenSpread(
      entries.filter((_, j) => j !== i),
      history,
    );
    if (rest === null) return false;
    const expected = rest.variance + passes;
    if (!(expected > 0)) return false;
    return fTail(variance! / expected, mounts - 1, rest.freedom) < SELDOM / remounted.length;
  });
}
