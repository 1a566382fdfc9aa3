/** Arithmetic mean. @throws for none */
export function mean(values: readonly number[]): number {
  if (values.length === 0) throw new RangeError('mean: no values');
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
