import { studentizedRange } from '@/core/statistics/distributions/studentizedRange';
import { rangeOf } from './rangeOf';
import type { DoubtTerm } from './doubt';

/** A value as it is compared with others of its rig. */
export interface Comparable {
  value: number;
  /** What is in doubt of it alone. */
  doubt: readonly DoubtTerm[];
  /** Standard uncertainty that the meter leaves in all of its rig, signed by the slope: it counts as far as it differs between two. */
  shared: number;
  /** The same of what the power meter leaves, where watts restated it: it counts as far as it differs, and whole in an absolute claim. */
  watts?: number | undefined;
}

/** A value’s doubt as its sums, so that each of many is gone through once. */
interface Summed {
  /** u²: what mounts scatter by; with u⁴/d and u²·√(ω/n₀), which the freedom of two is made of. */
  found: number;
  own: number;
  rig: number;
  /** What repeats do not show, and what all of the rig share of the meter and of the watts. */
  sure: number;
  meter: number;
  watts: number;
}

function summed({ doubt, shared, watts = 0 }: Comparable): Summed {
  const sum = { found: 0, own: 0, rig: 0, sure: 0, meter: shared, watts };
  for (const { variance, freedom, sharedPart = 0 } of doubt) {
    if (freedom === Infinity) {
      sum.sure += variance;
      continue;
    }
    sum.found += variance;
    sum.own += variance ** 2 * Math.max(0, 1 / freedom - sharedPart);
    sum.rig += variance * Math.sqrt(sharedPart);
  }
  return sum;
}

/** How two values compare: what tells them apart, and how well that is known. */
interface Comparison {
  /** D: from this difference on they are told apart, all pairs at once, with 95 %. */
  difference: number;
  /** Variance of their difference by what mounts scatter by, and its degrees of freedom. */
  found: number;
  freedom: number;
  /** Variance of it by all else that they do not share. */
  sure: number;
}

function compared(a: Summed, b: Summed, q: (freedom: number) => number): Comparison {
  const sure = a.sure + b.sure + (a.meter - b.meter) ** 2 + (a.watts - b.watts) ** 2;
  const found = a.found + b.found;
  const freedom = found > 0 ? Math.max(1, found ** 2 / (a.own + b.own + (a.rig + b.rig) ** 2)) : Infinity;
  const squares = (found > 0 ? q(freedom) ** 2 * found : 0) + (sure > 0 ? q(Infinity) ** 2 * sure : 0);
  return { difference: Math.sqrt(0.5 * squares), found, freedom, sure };
}

/**
 * Differences of so many values from which on two of them are told apart, all pairs at once, with 95 % (DOUBT i):
 * D = √(½·[q(K, ν)²·(u_a² + u_b²) + q(K, ∞)²·(what repeats do not show, the meter and the watts as far as they differ)]), with q the
 * studentized range (Tukey–Kramer: Kramer 1956, Hayter 1984). The freedom of what mounts scatter by adds up, but for what both share of
 * not knowing the rig. By their positions in the list.
 *
 * @example criticalDifferences([{ value: 40, doubt: [], shared: 1 }, { value: 41, doubt: [], shared: 0 }])(0, 1) → 1.96
 */
export function criticalDifferences(values: readonly Comparable[]): (i: number, j: number) => number {
  const sums = values.map(summed);
  const q = rangeOf(values.length);
  const known = new Float64Array(values.length ** 2).fill(NaN);
  return (i, j) => {
    const at = i * values.length + j;
    if (Number.isNaN(known[at])) known[at] = compared(sums[i]!, sums[j]!, q).difference;
    return known[at]!;
  };
}

/**
 * q of `count` values that are looked at together; where two of them are set against one another in so many `rows`, the larger of that
 * and of what lets all rows of this one pair hold together (Bonferroni: √2 times Student’s t at 1 − 0.05/rows). So no row tells apart
 * what the places leave as a tie.
 */
function quantileOf(count: number, rows: number): (freedom: number) => number {
  const places = rangeOf(count);
  if (rows < 2) return places;
  return (freedom) => Math.max(places(freedom), studentizedRange(1 - 0.05 / rows, 2, Math.max(1, freedom)));
}

/**
 * The same of two alone, of `count` values that are looked at together, in so many `rows` at once.
 *
 * @example criticalDifference({ value: 40, doubt: [], shared: 1 }, { value: 41, doubt: [], shared: 0 }, 2) → 1.96
 */
export function criticalDifference(a: Comparable, b: Comparable, count = 2, rows = 1): number {
  return compared(summed(a), summed(b), quantileOf(count, rows)).difference;
}

/** z of 80 % power. */
const POWER_Z = 0.8416;

/**
 * The true difference of two of `count` values that is told apart in four of five round-ups: D + 0.84·√(u_a² + u_b² + D²/2ν), since the
 * difference and what tells it both scatter (DOUBT 5, Power).
 *
 * @example toldInFourOfFive({ value: 40, doubt: [], shared: 1 }, { value: 41, doubt: [], shared: 0 }, 2) → 2.80
 */
export function toldInFourOfFive(a: Comparable, b: Comparable, count = 2, rows = 1): number {
  const { difference, found, freedom, sure } = compared(summed(a), summed(b), quantileOf(count, rows));
  return difference + POWER_Z * Math.sqrt(found + sure + (found > 0 ? difference ** 2 / (2 * freedom) : 0));
}
