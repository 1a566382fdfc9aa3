import type { Comparable } from './criticalDifference';
import type { DoubtTerm } from './doubt';

/** What a ± is made of: its terms, with single passes apart from mounts, and of a difference the meters as far as they differ. */
export type DoubtSource = DoubtTerm['from'] | 'passes' | 'meter' | 'watts';

/** The parts of a ± by names short enough to stand under a bar. */
export const PART_NAMES: Readonly<Record<DoubtSource, string>> = {
  mounts: 'remounting',
  passes: 'repeats',
  interpolation: 'between settings',
  step: 'sensor steps',
  readings: 'readings',
  settling: 'remaining rise',
  room: 'room temperature',
  floor: 'room noise',
  law: 'fan law',
  line: 'missed line',
  correction: 'meter correction',
  meter: 'sound meter',
  watts: 'power meter',
};

export interface DoubtPart {
  key: DoubtSource;
  variance: number;
  /** Of the variance of the whole. */
  share: number;
}

/** What is less than this of the whole shows on no bar. */
const LEAST_SHARE = 1 / 200;

/** Terms as they are told, in the square of their unit: what passes scatter by is no remounting. */
function variancesOf(terms: readonly DoubtTerm[]): Map<DoubtSource, number> {
  const sums = new Map<DoubtSource, number>();
  const add = (key: DoubtSource, variance: number) => sums.set(key, (sums.get(key) ?? 0) + variance);
  for (const { from, variance, passesPart = 0 } of terms) {
    add(from, variance - passesPart);
    if (passesPart > 0) add('passes', passesPart);
  }
  return sums;
}

function shared(sums: ReadonlyMap<DoubtSource, number>): DoubtPart[] {
  const total = [...sums.values()].reduce((sum, variance) => sum + variance, 0);
  return [...sums]
    .map(([key, variance]) => ({ key, variance, share: total > 0 ? variance / total : 0 }))
    .filter(({ share }) => share > LEAST_SHARE)
    .sort((a, b) => b.share - a.share);
}

/**
 * What the ± of a value is made of, the largest first; what is under a two hundredth of it is left out.
 *
 * @example doubtParts([]) → []
 */
export const doubtParts = (terms: readonly DoubtTerm[]): DoubtPart[] => shared(variancesOf(terms));

/**
 * What the ± of a difference of two is made of: the terms of both, and meter and watts as far as they differ (GUM, JCGM 100, F.1.2.3).
 *
 * Example: two of 0.09 K² by mounts each, the meter 0.3 K apart: mounts 0.18 K², two thirds, and the meter 0.09 K², a third.
 */
export function pairDoubtParts(one: Comparable, other: Comparable): DoubtPart[] {
  const sums = variancesOf([...one.doubt, ...other.doubt]);
  sums.set('meter', (one.shared - other.shared) ** 2);
  sums.set('watts', ((one.watts ?? 0) - (other.watts ?? 0)) ** 2);
  return shared(sums);
}
