import { mean } from '@/core/statistics/mean';
import type { Variance } from '@/core/statistics/variance';
import type { WeightedSetting } from './mountNumbers';

/**
 * The variance of a pass about the mean of its cell (entry × setting × mount), over all of a round-up (DOUBT d), of readings that are
 * carried to one level; 0 with no freedom where none was repeated.
 *
 * @example passSpread([{ weight: 1, cells: [{ mount: 1, value: [40, 41] }] }]) → { variance: 0.5, freedom: 1 }
 */
export function passSpread(settings: readonly Pick<WeightedSetting, 'cells'>[]): Variance {
  let squares = 0;
  let freedom = 0;
  for (const { cells } of settings)
    for (const { value } of cells) {
      if (value.length < 2) continue;
      const middle = mean(value);
      squares += value.reduce((sum, reading) => sum + (reading - middle) ** 2, 0);
      freedom += value.length - 1;
    }
  return { variance: freedom > 0 ? squares / freedom : 0, freedom };
}
