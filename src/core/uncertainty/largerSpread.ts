import type { Variance } from './rigSpread';

export interface Spread {
  pass: Variance;
  mount: Variance;
}

/** z of one in twenty. */
const SELDOM_Z = 1.6449;

/**
 * How much a variance of so many degrees of freedom exceeds the true one once in twenty: χ²/ν by Wilson & Hilferty
 * (1931).
 *
 * @example seldomExceeded(10) → 1.8292
 */
export function seldomExceeded(freedom: number): number {
  const spread = 2 / (9 * freedom);
  return (1 - spread + SELDOM_Z * Math.sqrt(spread)) ** 3;
}

/**
 * The spread that intervals and comparisons stand on: the one pooled over the rig, unless the entry's own is larger
 * than chance makes it once in twenty. A spread from two readings is small by luck half of the time and large by
 * luck the other half; only one that stands out is the entry's own.
 *
 * Example: An entry whose passes scatter by 0.3 K where the rig's do by 0.25: the rig's, since chance makes as much.
 */
export function largerSpread(own: Spread, pooled: Spread): Spread {
  const ownK2 = own.pass.variance + own.mount.variance;
  const pooledK2 = pooled.pass.variance + pooled.mount.variance;
  const freedom = Math.min(own.pass.freedom, own.mount.freedom);
  if (!(ownK2 > pooledK2 * (Number.isFinite(freedom) ? seldomExceeded(freedom) : 1))) return pooled;
  if (pooledK2 === 0) return own;
  const scaled = ({ variance: variance, freedom: freedom }: Variance) => ({
    variance: (variance * ownK2) / pooledK2,
    freedom: freedom,
  });
  return { pass: scaled(pooled.pass), mount: scaled(pooled.mount) };
}
