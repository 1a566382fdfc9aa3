import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { studentizedRange } from '@/core/statistics/distributions/studentizedRange';

/**
 * Quantile that differences of sure terms are compared with, in standard deviations, where `count` entries are looked at together and all
 * of their differences are to hold at once (FORMATS step 9; Tukey: q/√2). For a pair it is that of the normal distribution.
 *
 * @example simultaneousQuantile(2) → 1.96
 */
export function simultaneousQuantile(count: number): number {
  return studentizedRange(0.95, Math.max(2, count), Infinity) / Math.SQRT2;
}

/**
 * How much wider an interval of a difference is so, against one pair alone.
 *
 * @example simultaneous95(2) → 1
 */
export function simultaneous95(count: number): number {
  return simultaneousQuantile(count) / NORMAL_95;
}
