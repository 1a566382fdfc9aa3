import { ASSUMED_FREEDOM, DRAW } from '../constants';
import type { MountedEntry, RigSpread } from './rigSpread';

/** The variance of a mount’s number of one entry, and how it is known (DOUBT f). */
export interface EntryVariance {
  /** s² */
  variance: number;
  /** 1/d: what is not known of it alone; 0 where all of it is assumed. */
  own: number;
  /** ω/n₀: what all entries share of not knowing the rig. */
  shared: number;
}

/**
 * An entry’s own spread drawn towards the rig’s, as a moderated variance (Smyth 2004) with five degrees of freedom: s² = ω(T + p) + (1 − ω)q
 * (DOUBT f). Where nothing was remounted anywhere, the assumption.
 *
 * @param assumedSquared what stands in where nothing was remounted anywhere, in the unit squared
 * @example entryVariance({ mounts: 2, variance: 0.2, passes: 0 }, { variance: 0.2, knownWith: 6 }, 0.25).variance → 0.2
 */
export function entryVariance(
  { mounts, variance, passes }: MountedEntry,
  rig: Pick<RigSpread, 'variance' | 'knownWith'> | null,
  assumedSquared: number,
): EntryVariance {
  if (rig === null) return { variance: assumedSquared + passes, own: 0, shared: 1 / ASSUMED_FREEDOM };
  const freedom = DRAW + (variance === null ? 0 : mounts - 1);
  const weight = DRAW / freedom;
  return {
    variance: weight * (rig.variance + passes) + (1 - weight) * (variance ?? 0),
    own: 1 / freedom,
    shared: weight / rig.knownWith,
  };
}
