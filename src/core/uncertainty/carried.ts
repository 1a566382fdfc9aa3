import type { WeightedSetting } from './spreads/mountNumbers';
import type { SweepSetting } from './sweep';

/**
 * What a reading is multiplied by so that mounts are compared: 1, or where it scatters in proportion to its value the share of it: the
 * logarithm to first order, told for a reading of nothing too.
 *
 * @example scaleOf(true, 4) → 0.25
 */
export const scaleOf = (byShare: boolean, value: number): number => (byShare && value > 0 ? 1 / value : 1);

/**
 * The readings of a setting carried to its mean place with one slope (DOUBT b), in their unit or as shares.
 *
 * @param slope in the unit, or as a share, for each of the axis
 */
export function carried(
  { at: mean, value, cells }: SweepSetting,
  slope: number,
  byShare: boolean,
): WeightedSetting['cells'] {
  const scale = scaleOf(byShare, value);
  return cells.map((cell) => ({
    mount: cell.mount,
    value: cell.value.map((reading, i) => reading * scale + slope * (mean - cell.at[i]!)),
  }));
}
