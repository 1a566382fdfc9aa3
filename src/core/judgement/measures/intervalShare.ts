/**
 * How large the 95 % interval of a value is beside it, as a share: what follows in proportion has the same.
 *
 * @example interval95Share({ value: 40, interval95: 1 }) → 0.025
 */
export function interval95Share({ value, interval95 }: { value: number; interval95: number }): number {
  return value === 0 ? 0 : Math.abs(interval95 / value);
}
