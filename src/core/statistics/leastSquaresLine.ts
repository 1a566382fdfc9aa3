import { isMissing } from '../missing';
import { known, unknown, type Outcome } from '../outcome';

export interface Line {
  slope: number;
  intercept: number;
  slopeStandardError: number;
  count: number;
}

/**
 * Straight line y = intercept + slope·x by ordinary least squares (Draper & Smith, Applied Regression
 * Analysis, ch. 1). Pairs with a missing value are passed over. Not computable below three pairs or
 * where all x are the same.
 *
 * leastSquaresLine([0, 1, 2], [1, 3, 5]) has slope 2 and intercept 1.
 */
export function leastSquaresLine(x: ArrayLike<number>, y: ArrayLike<number>): Outcome<Line> {
  let count = 0;
  let sumX = 0;
  let sumY = 0;
  for (let i = 0; i < x.length; i += 1) {
    if (isMissing(x[i]!) || isMissing(y[i]!)) continue;
    count += 1;
    sumX += x[i]!;
    sumY += y[i]!;
  }
  if (count < 3) return unknown('fewer than three readings');
  const meanX = sumX / count;
  const meanY = sumY / count;
  let sxx = 0;
  let sxy = 0;
  let syy = 0;
  for (let i = 0; i < x.length; i += 1) {
    if (isMissing(x[i]!) || isMissing(y[i]!)) continue;
    const dx = x[i]! - meanX;
    const dy = y[i]! - meanY;
    sxx += dx * dx;
    sxy += dx * dy;
    syy += dy * dy;
  }
  if (!(sxx > 0)) return unknown('all readings at one time');
  const slope = sxy / sxx;
  const residual = Math.max(0, syy - slope * sxy);
  return known({
    slope,
    intercept: meanY - slope * meanX,
    slopeStandardError: Math.sqrt(residual / (count - 2) / sxx),
    count,
  });
}
