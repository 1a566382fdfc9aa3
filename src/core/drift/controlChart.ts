import { fTail } from '@/core/statistics/distributions/fTail';
import { normalQuantile } from '@/core/statistics/distributions/normalQuantile';
import type { Variance } from '../statistics/variance';
import { brokenLimits, NO_MEAN, weighted, type ControlLimit } from './controlLimits';

/** A re-test: what the control came to, in its unit, in order of time. */
export interface ControlPoint {
  /** When, ms since 1970. */
  atMs: number;
  value: number;
}

export interface ChartedPoint extends ControlPoint {
  /** Mean and standard deviation of those before it; null for the first, which has none. */
  mean: number | null;
  sd: number | null;
  /** As a standard normal, whatever few were before it; null where nothing tells. */
  z: number | null;
  broken: ControlLimit[];
}

/** How far a value of Student's t lies as a standard normal. */
function asNormal(t: number, freedom: number): number {
  const tail = fTail(t * t, 1, freedom) / 2;
  // Beyond what a double holds it is far enough.
  if (!(tail > 1e-15)) return Math.sign(t) * 8;
  return Math.sign(t) * -normalQuantile(tail);
}

/**
 * A control chart that starts by itself: each point against those before it, as a standard normal
 * Q = Φ⁻¹(F_t(√((n−1)/n)·(x − x̄)/s)), independent of one another while nothing moves (Hawkins 1987), so that limits keep their
 * rates from the third control on and no reference has to be chosen. `prior` is what is known of the spread beforehand.
 *
 * Example: 50.1, 50.0, 50.2, 50.1 and then 53: the last breaks “far outside its usual scatter”.
 *
 * @throws where a value is no number, or time goes back
 */
export function controlChart(points: readonly ControlPoint[], prior: Variance | null = null): ChartedPoint[] {
  let [count, mean, squares] = [0, 0, 0];
  let beforeMs = -Infinity;
  let moving = NO_MEAN;
  return points.map((point) => {
    const { atMs, value } = point;
    if (!Number.isFinite(value)) throw new RangeError(`controlChart: value must be finite, got ${value}`);
    if (!(atMs >= beforeMs)) throw new RangeError(`controlChart: times must not go back, got ${atMs}`);
    beforeMs = atMs;
    const freedom = Math.max(0, count - 1) + (prior?.freedom ?? 0);
    const variance =
      freedom > 0 ? (squares + (prior ? prior.freedom * prior.variance : 0)) / freedom : Number.NaN;
    const sd = count > 0 && variance > 0 ? Math.sqrt(variance) : null;
    let z: number | null = null;
    let broken: ControlLimit[] = [];
    if (sd !== null) {
      z = asNormal(Math.sqrt(count / (count + 1)) * ((value - mean) / sd), freedom);
      moving = weighted(moving, z);
      broken = brokenLimits(z, moving);
    }
    const charted = { ...point, mean: count > 0 ? mean : null, sd, z, broken };
    // What broke is no reference for what follows: a rig that is put right comes back to where it was.
    if (broken.length > 0) return charted;
    count += 1;
    const away = value - mean;
    mean += away / count;
    squares += away * (value - mean);
    return charted;
  });
}
