import { known, type Outcome } from '../outcome';
import { leastSquaresLine } from '../statistics/leastSquaresLine';
import { binnedMeans } from './binnedMeans';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';

export interface WindowSlope {
  kPerMin: number;
  /** Half-width of its 95 % interval, K/min. */
  doubtKPerMin: number;
}

const BINS = 40;
/** Residuals that go together more than this are a curve, and no noise that goes together. */
const MOST_TOGETHER = 0.8;

/**
 * Slope of a rise over its window by least squares, with what is in doubt of it: neighbouring samples go together, so the standard
 * error is that of means of fortieths of the window, raised by √((1 + ρ)/(1 − ρ)) for what still goes together in them (Draper &
 * Smith, Applied Regression Analysis, ch. 1 and 7). Not computable below three readings.
 *
 * @example windowSlope([0, 60, 120, 180], [40, 40.1, 40.2, 40.3]).value.kPerMin → 0.1
 */
export function windowSlope(timeS: ArrayLike<number>, riseK: ArrayLike<number>): Outcome<WindowSlope> {
  const line = leastSquaresLine(timeS, riseK);
  if (!line.known) return line;
  const { x, y } = binnedMeans(timeS, riseK, BINS);
  const coarse = leastSquaresLine(x, y);
  let error = line.value.slopeStandardError;
  if (coarse.known) {
    const { slope, intercept, slopeStandardError } = coarse.value;
    const residuals = x.map((at, i) => y[i]! - intercept - slope * at);
    const squares = residuals.reduce((sum, r) => sum + r * r, 0);
    const lagged = residuals.reduce((sum, r, i) => sum + (i > 0 ? r * residuals[i - 1]! : 0), 0);
    const rho = squares > 0 ? Math.min(MOST_TOGETHER, Math.max(0, lagged / squares)) : 0;
    error = Math.max(error, slopeStandardError * Math.sqrt((1 + rho) / (1 - rho)));
  }
  return known({ kPerMin: line.value.slope * 60, doubtKPerMin: NORMAL_95 * error * 60 });
}
