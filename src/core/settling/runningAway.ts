import { leastSquaresLine } from '../statistics/leastSquaresLine';
import { binnedMeans } from './binnedMeans';
import { STEADY_K_PER_MIN } from './steady';

const SURE = 4;

/**
 * Whether a rise turns up again at its end: over its last third it climbs faster than the settling rule
 * allows, and surely faster than over the third before (two slopes by least squares, four standard errors
 * of their difference apart, and at least half as steep again). A soak only ever slows down; one that
 * speeds up has lost its pump, a fan or its mount. `timeS` ascends, s; `riseK` in K, MISSING allowed.
 *
 * Example: A rise that stood at 40 K and climbs again by 1 K/min at its end: true.
 */
export function runningAway(timeS: ArrayLike<number>, riseK: ArrayLike<number>): boolean {
  const { x, y } = binnedMeans(timeS, riseK, 90);
  const third = Math.floor(x.length / 3);
  if (third < 8) return false;
  const before = leastSquaresLine(x.slice(third, 2 * third), y.slice(third, 2 * third));
  const end = leastSquaresLine(x.slice(2 * third), y.slice(2 * third));
  if (!before.known || !end.known) return false;
  const difference = end.value.slope - before.value.slope;
  const error = Math.hypot(before.value.slopeStandardError, end.value.slopeStandardError);
  const steep =
    end.value.slope * 60 >= STEADY_K_PER_MIN && end.value.slope > 1.5 * Math.max(0, before.value.slope);
  return steep && difference > SURE * error;
}
