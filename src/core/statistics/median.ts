/**
 * Median of the values; the mean of the two middle ones where there is an even number.
 *
 * @example median([1, 2, 9, 4]) → 3
 * @throws for none
 */
export function median(values: readonly number[]): number {
  if (values.length === 0) throw new RangeError('median: no values');
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
