import { NORMAL_95 } from '../statistics/normal';
import { studentizedRange } from '../statistics/studentizedRange';

/**
 * How much wider an interval of a difference is where `count` entries are looked at together and all of their differences are to hold at
 * once, against one pair alone (Tukey: q/(√2 · 1.96)).
 *
 * @example simultaneous95(2) → 1
 */
export function simultaneous95(count: number): number {
  return studentizedRange(0.95, Math.max(2, count), Infinity) / Math.SQRT2 / NORMAL_95;
}
