import { studentizedRange } from '../statistics/studentizedRange';

/** Scatter of single readings on a rig, as standard deviations, K. */
export interface RigScatter {
  passK: number;
  mountK: number;
}

/** z of 80 % power. */
const POWER_Z = 0.8416;
/** Interpolated between two settings, the scatter of passes averages out: mean of w² + (1 − w)² for w in 0 to 1. */
const BETWEEN_SETTINGS = 2 / 3;

/** Fan settings that a sweep is taken to have: they tell how single readings scatter. */
const SETTINGS = 5;

/**
 * The smallest difference of two entries at the noise line that a plan tells apart in 80 % of cases, K: by the
 * ranking's own rule, simultaneous 95 % comparison of all `entries` (Tukey–Kramer) with the spread pooled over them. `controlMounts` are the mounts of the control, which add to what is known of remounting. Infinity where
 * nothing is ever remounted.
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
  if (!(passes >= 1 && mounts >= 1 && entries >= 2))
    throw new RangeError(
      `smallestDifferenceK: two entries, a pass and a mount at least, got ${entries}, ${passes}, ${mounts}`,
    );
  if (!(scatter.passK >= 0 && scatter.mountK >= 0))
    throw new RangeError(
      `smallestDifferenceK: scatter must not be negative, got ${scatter.passK}, ${scatter.mountK}`,
    );
  const freedom = (entries - 1) * (mounts - 1) + Math.max(0, controlMounts - 1);
  if (freedom < 1) return Infinity;
  const passFreedom = SETTINGS * (freedom + entries * mounts * (passes - 1));
  const mountK2 = scatter.mountK ** 2 / mounts;
  const passK2 = (BETWEEN_SETTINGS * scatter.passK ** 2) / (passes * mounts);
  const q = (value: number) => studentizedRange(0.95, entries, value);
  const criticalK = Math.sqrt(q(freedom) ** 2 * mountK2 + q(passFreedom) ** 2 * passK2);
  // The critical difference scatters itself, by what is known of remounting.
  const criticalSdK = criticalK === 0 ? 0 : (q(freedom) ** 2 * mountK2) / criticalK / Math.sqrt(2 * freedom);
  return criticalK + POWER_Z * Math.sqrt(2 * (mountK2 + passK2) + criticalSdK ** 2);
}
