import { normalDensity } from '../statistics/normal';
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

/**
 * How much larger the larger of own and pooled standard uncertainty is than the true one, for a difference of two
 * entries with `freedom` degrees of freedom each: mean and standard deviation of √((max(1, X) + max(1, Y)) / 2), X and
 * Y chi-square over their freedom by Wilson & Hilferty (1931), by quadrature.
 */
function inflation(freedom: number): { mean: number; sd: number } {
  const grid: { x: number; weight: number }[] = [];
  let total = 0;
  for (let z = -4; z <= 4; z += 0.1) {
    const root = 1 - 2 / (9 * freedom) + z * Math.sqrt(2 / (9 * freedom));
    const weight = normalDensity(z);
    grid.push({ x: Math.max(1, root ** 3), weight });
    total += weight;
  }
  let mean = 0;
  let square = 0;
  for (const a of grid) {
    for (const b of grid) {
      const weight = (a.weight * b.weight) / total ** 2;
      const value = Math.sqrt((a.x + b.x) / 2);
      mean += weight * value;
      square += weight * value * value;
    }
  }
  return { mean, sd: Math.sqrt(Math.max(0, square - mean * mean)) };
}

/**
 * The smallest difference of two entries at the noise line that a plan tells apart in 80 % of cases, K: by the
 * ranking's own rule, simultaneous 95 % comparison of all `entries` (Tukey–Kramer) with the larger of own and pooled
 * spread. `controlMounts` are the mounts of the control, which add to what is known of remounting. Infinity where
 * nothing is ever remounted.
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
    throw new RangeError(`smallestDifferenceK: two entries, a pass and a mount at least, got ${entries}, ${passes}, ${mounts}`); // prettier-ignore
  if (!(scatter.passK >= 0 && scatter.mountK >= 0))
    throw new RangeError(`smallestDifferenceK: scatter must not be negative, got ${scatter.passK}, ${scatter.mountK}`); // prettier-ignore
  const freedom = (entries - 1) * (mounts - 1) + Math.max(0, controlMounts - 1);
  if (freedom < 1) return Infinity;
  const passK2 = scatter.passK ** 2 / passes;
  const usedK = Math.sqrt((scatter.mountK ** 2 + passK2) / mounts);
  const trueK = Math.sqrt((scatter.mountK ** 2 + BETWEEN_SETTINGS * passK2) / mounts);
  const larger = mounts > 1 ? inflation(mounts - 1) : { mean: 1, sd: 0 };
  const q = studentizedRange(0.95, entries, freedom);
  const criticalK = q * usedK * larger.mean;
  // The critical difference scatters itself: by what is known of the spread, and by the own spreads.
  const criticalSdK = q * usedK * Math.sqrt(larger.sd ** 2 + larger.mean ** 2 / (2 * freedom));
  return criticalK + POWER_Z * Math.sqrt(2 * trueK ** 2 + criticalSdK ** 2);
}
