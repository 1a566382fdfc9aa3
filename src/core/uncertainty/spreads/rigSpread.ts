import type { Variance } from '@/core/statistics/variance';
import { LEAST_FREEDOM } from '../constants';

/** An entry's mounts as one figure: their number, the variance of their numbers, and what of it their passes make. */
export interface MountedEntry {
  mounts: number;
  /** q, null where it was mounted once. */
  variance: number | null;
  /** p */
  passes: number;
}

/** What a mount scatters by on this rig (DOUBT e). */
export interface RigSpread {
  /** T, in the unit squared. */
  variance: number;
  /** ν: how many remounts it stands on, those of earlier round-ups among them. */
  freedom: number;
  /** Of them, how many are of earlier round-ups. */
  earlier: number;
  /** n₀: what it is taken to be known with. */
  knownWith: number;
}

/**
 * What the mounts of entries show, passes taken off: the sum of their degrees of freedom, and the mean by them, under nothing where passes
 * make more; no freedom where nothing was remounted.
 *
 * @example shownBy([{ mounts: 2, variance: 0.25, passes: 0.5 }]) → { freedom: 1, variance: -0.25 }
 */
export function shownBy(entries: readonly MountedEntry[]): Variance {
  let freedom = 0;
  let sum = 0;
  for (const { mounts, variance, passes } of entries) {
    if (variance === null) continue;
    freedom += mounts - 1;
    sum += (mounts - 1) * (variance - passes);
  }
  return { freedom, variance: freedom > 0 ? sum / freedom : 0 };
}

/** Two sources of remounts as one. */
export function together(one: Variance, other: Variance): Variance {
  const freedom = one.freedom + other.freedom;
  const sum = one.freedom * one.variance + other.freedom * other.variance;
  return { freedom, variance: freedom > 0 ? sum / freedom : 0 };
}

/**
 * What the mounts of entries and of earlier round-ups show, passes taken off: the mean of their variances by degrees of freedom, no less
 * than nothing (DOUBT e); null where nothing was ever remounted.
 *
 * @example seenSpread([{ mounts: 2, variance: 0.5, passes: 0.25 }], null) → { variance: 0.25, freedom: 1 }
 */
export function seenSpread(
  entries: readonly MountedEntry[],
  history: Variance | null,
): { variance: number; freedom: number } | null {
  const { freedom, variance } = together(shownBy(entries), history ?? { freedom: 0, variance: 0 });
  return freedom > 0 ? { variance: Math.max(0, variance), freedom } : null;
}

/**
 * The rig’s own spread of a mount, filled up by what is assumed where fewer than six remounts tell (DOUBT e); null where nothing was ever
 * remounted.
 *
 * @param assumed standard uncertainty of a value where nothing was remounted, in its unit
 * @example rigSpread([{ mounts: 7, variance: 0.16, passes: 0 }], 0.5, null).variance → 0.16
 */
export function rigSpread(
  entries: readonly MountedEntry[],
  assumed: number,
  history: Variance | null,
): RigSpread | null {
  const seen = seenSpread(entries, history);
  if (seen === null) return null;
  const { freedom } = seen;
  const filled = Math.max(0, LEAST_FREEDOM - freedom);
  return {
    variance: (filled * assumed ** 2 + (LEAST_FREEDOM - filled) * seen.variance) / LEAST_FREEDOM,
    freedom,
    earlier: history?.freedom ?? 0,
    knownWith: Math.max(LEAST_FREEDOM, freedom),
  };
}
