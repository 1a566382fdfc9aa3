import { median } from './median';

/** Standard deviation of a normal from its median absolute deviation. */
const MAD_TO_SIGMA = 1.4826;

/**
 * Robust standard deviation of values that lie about zero: 1.4826 × the median of their sizes.
 *
 * @example robustSigma([-1, 0, 1]) → 1.4826
 * @throws for none
 */
export function robustSigma(deviations: readonly number[]): number {
  return MAD_TO_SIGMA * median(deviations.map(Math.abs));
}
