import { mean } from '../statistics/mean';

/** How far apart readings of one setting may lie: as a share of them, and in their unit. */
export interface SameWithin {
  share: number;
  least: number;
}

/** Two speeds that nobody set apart: a fan at one duty wanders by less. */
export const SAME_RPM: SameWithin = { share: 0.03, least: 30 };
/** Two powers of one load. */
export const SAME_WATTS: SameWithin = { share: 0.04, least: 6 };

/**
 * Readings of one setting are one: each as the mean of those that lie no further apart than readings of one setting do.
 *
 * @example sameSettings([1000, 1500, 1010], { share: 0.03, least: 30 }) → [1005, 1500, 1005]
 */
export function sameSettings(
  values: readonly (number | null)[],
  { share, least }: SameWithin,
): (number | null)[] {
  const sorted = values
    .flatMap((value, i) => (value === null ? [] : [{ value, i }]))
    .sort((a, b) => a.value - b.value);
  const made: (number | null)[] = values.map(() => null);
  let group: typeof sorted = [];
  const close = () => {
    const middle = group.length > 0 ? mean(group.map(({ value }) => value)) : null;
    for (const { i } of group) made[i] = middle;
    group = [];
  };
  for (const one of sorted) {
    const lowest = group[0]?.value;
    if (lowest !== undefined && one.value - lowest > Math.max(least, share * lowest)) close();
    group.push(one);
  }
  close();
  return made;
}
