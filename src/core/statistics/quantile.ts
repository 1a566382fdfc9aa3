/**
 * Quantile of values, linear between order statistics (Hyndman & Fan 1996, type 7); `share` from 0 to 1.
 *
 * @example quantile([1, 2, 3, 4], 0.5) → 2.5
 * @throws for no values, or a share outside 0 to 1
 */
export function quantile(values: readonly number[], share: number): number {
  if (values.length === 0) throw new RangeError('quantile: no values');
  if (!(share >= 0 && share <= 1)) throw new RangeError(`quantile: share from 0 to 1, got ${share}`);
  const sorted = [...values].sort((a, b) => a - b);
  const at = share * (sorted.length - 1);
  const below = Math.floor(at);
  const low = sorted[below]!;
  return low + (at - below) * ((sorted[below + 1] ?? low) - low);
}
