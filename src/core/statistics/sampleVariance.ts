import { mean } from './mean';

/**
 * Sample variance of two or more values, in their unit squared.
 *
 * @example sampleVariance([1, 2, 3]) → 1
 */
export function sampleVariance(values: readonly number[]): number {
  const middle = mean(values);
  return values.reduce((sum, value) => sum + (value - middle) ** 2, 0) / (values.length - 1);
}
