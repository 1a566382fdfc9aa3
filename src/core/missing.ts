/**
 * The one place that settles how a missing reading stands in a channel: as NaN, and never as zero.
 * Everything outside asks `isMissing` and takes means with `presentMean`.
 */
export const MISSING = Number.NaN;

/**
 * @example isMissing(NaN) → true
 */
export function isMissing(value: number): boolean {
  return Number.isNaN(value);
}

/**
 * Arithmetic mean of the readings that are there; MISSING where none is.
 *
 * @example presentMean([1, NaN, 3]) → 2
 */
export function presentMean(values: ArrayLike<number>, start = 0, end = values.length): number {
  let sum = 0;
  let count = 0;
  for (let i = start; i < end; i += 1) {
    const value = values[i]!;
    if (isMissing(value)) continue;
    sum += value;
    count += 1;
  }
  return count === 0 ? MISSING : sum / count;
}
