import { ASSUMED_FREEDOM, ASSUMED_SPREAD_K, DRAW, LEAST_FREEDOM } from '../uncertainty/constants';
import { toldInFourOfFive, type Comparable } from '../uncertainty/criticalDifference';
import { mountTerm, sureTerm } from '../uncertainty/doubt';

/** Scatter of single readings on a rig, as standard deviations, K. */
export interface RigScatter {
  passK: number;
  mountK: number;
  /** What is assumed of a mount where nothing was remounted; 0.5 K unless told. */
  assumedK?: number;
  /** What repeats do not touch: the steps of a usual rig’s sensors unless told. */
  stepK?: number;
  /** Remounts of the rig in other round-ups, by degrees of freedom. */
  earlier?: number;
}

/** Interpolated between two settings, the scatter of passes averages out: mean of w² + (1 − w)² for w in 0 to 1. */
const BETWEEN_SETTINGS = 2 / 3;
/** What repeats do not touch, of a usual rig: its sensors read in steps of 0.1 K (DOUBT g). */
const STEPS_K = (0.1 * Math.SQRT2) / Math.sqrt(12);

/**
 * The smallest difference of two entries at the noise line that a plan tells apart in four of five round-ups, K: by the ranking’s own rule,
 * with what the rig scatters by and the freedom that the plan will have (DOUBT i and 5, Power). `controlMounts` are the mounts of the
 * control, which add to what is known of remounting, as earlier remounts of the rig do. Where nothing is ever remounted, what mounts
 * scatter by is assumed.
 *
 * Example: More mounts tell smaller differences: with four times as many, about half.
 *
 * @throws where a count is under one or a scatter negative
 */
export function smallestDifferenceK(plan: {
  entries: number;
  passes: number;
  mounts: number;
  controlMounts: number;
  scatter: RigScatter;
}): number {
  const { entries, passes, mounts, controlMounts, scatter } = plan;
  const { assumedK = ASSUMED_SPREAD_K, stepK = STEPS_K, earlier = 0 } = scatter;
  if (!(passes >= 1 && mounts >= 1 && entries >= 2))
    throw new RangeError(
      `smallestDifferenceK: two entries, a pass and a mount at least, got ${entries}, ${passes}, ${mounts}`,
    );
  if (!(scatter.passK >= 0 && scatter.mountK >= 0))
    throw new RangeError(
      `smallestDifferenceK: scatter must not be negative, got ${scatter.passK}, ${scatter.mountK}`,
    );
  const freedom = (entries - 1) * (mounts - 1) + Math.max(0, controlMounts - 1) + earlier;
  const ofPasses = (BETWEEN_SETTINGS * scatter.passK ** 2) / passes;
  const filled = Math.max(0, LEAST_FREEDOM - freedom) / LEAST_FREEDOM;
  const ofMounts = freedom > 0 ? filled * assumedK ** 2 + (1 - filled) * scatter.mountK ** 2 : assumedK ** 2;
  const own = freedom > 0 ? 1 / (DRAW + mounts - 1) : 0;
  const shared = freedom > 0 ? (DRAW * own) / Math.max(LEAST_FREEDOM, freedom) : 1 / ASSUMED_FREEDOM;
  const one: Comparable = {
    value: 0,
    doubt: [
      mountTerm({ variance: (ofMounts + ofPasses) / mounts, own, shared }, ofPasses / mounts),
      sureTerm('step', stepK),
    ],
    shared: 0,
  };
  return toldInFourOfFive(one, one, entries);
}
