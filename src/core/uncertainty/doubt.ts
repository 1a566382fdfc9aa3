import { studentizedRange } from '../statistics/studentizedRange';

/** A term of the uncertainty of a value: what it comes from, its variance, and the degrees of freedom behind it. */
export interface DoubtTerm {
  from:
    | 'mounts'
    | 'passes'
    | 'meter'
    | 'correction'
    | 'sensors'
    | 'step'
    | 'readings'
    | 'interpolation'
    | 'settling'
    | 'room'
    | 'floor'
    | 'line'
    | 'law'
    // Shared by all of a rig: in each interval, and between two only as far as it differs.
    | 'power';
  variance: number;
  freedom: number;
}

/**
 * Half-width that `count` values are compared with, K: √(Σ (q/√2)² v), each term with the quantile of its own degrees
 * of freedom, since a large share known from two mounts is not made surer by a small one known from a hundred passes
 * (Cochran 1964). For two values q/√2 is Student's t, and it is the 95 % interval of a single one.
 *
 * halfWidth([{ from: 'mounts', variance: 1, freedom: 5 }]) is 2.571.
 * @throws where a variance is negative or count under 2
 */
export function halfWidth(terms: readonly DoubtTerm[], count = 2): number {
  let sum = 0;
  for (const { variance: variance, freedom } of terms) {
    if (!(variance >= 0)) throw new RangeError(`halfWidth: variances must be 0 or more, got ${variance}`);
    if (variance === 0) continue;
    sum += (studentizedRange(0.95, count, Math.max(1, freedom)) ** 2 / 2) * variance;
  }
  return Math.sqrt(sum);
}

/**
 * A term whose size is known beforehand: a class, a step, a bound.
 *
 * @example sureTerm('step', 0.3) → { from: 'step', variance: 0.09, freedom: Infinity }
 */
export function sureTerm(from: DoubtTerm['from'], uncertainty: number): DoubtTerm {
  return { from, variance: uncertainty ** 2, freedom: Infinity };
}

/**
 * The terms that tell two apart: without what all of a rig share.
 *
 * @example comparedTerms([{ from: 'power', variance: 1, freedom: 9 }]) → []
 */
export function comparedTerms(terms: readonly DoubtTerm[]): DoubtTerm[] {
  return terms.filter(({ from }) => from !== 'power');
}

/**
 * Standard uncertainty by what watts restated, of a value with these terms.
 *
 * @example powerOf([{ from: 'power', variance: 0.04, freedom: 9 }]) → 0.2
 */
export function powerOf(terms: readonly DoubtTerm[]): number {
  return Math.sqrt(terms.find(({ from }) => from === 'power')?.variance ?? 0);
}

/**
 * Standard uncertainty of all terms together, K (GUM, JCGM 100, 5.1).
 *
 * @example standardUncertainty([{ variance: 0.09 }, { variance: 0.16 }]) → 0.5
 */
export function standardUncertainty(terms: readonly DoubtTerm[]): number {
  return Math.sqrt(terms.reduce((sum, { variance: variance }) => sum + variance, 0));
}
