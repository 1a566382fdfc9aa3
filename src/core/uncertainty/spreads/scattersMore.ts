import type { Variance } from '@/core/statistics/variance';
import { fTail } from '@/core/statistics/distributions/fTail';

/** How seldom a rig that stands as before is taken for one that does not. */
const SELDOM = 0.05;

/**
 * Whether mounts scatter more than the rig’s did before, by F: then its history is no word on them (DOUBT 5: a history of 0.2 K where mounts now
 * scatter by 0.4 K would have ± hold 89 of 100).
 *
 * @example scattersMore({ freedom: 6, variance: 0.64 }, { freedom: 40, variance: 0.04 }) → true
 */
export function scattersMore(now: Variance, before: Variance | null): boolean {
  if (before === null || !(before.freedom > 0) || !(now.freedom > 0) || !(now.variance > 0)) return false;
  if (!(before.variance > 0)) return true;
  return fTail(now.variance / before.variance, now.freedom, before.freedom) < SELDOM;
}
