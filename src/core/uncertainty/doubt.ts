import { rangeOf } from './rangeOf';
import type { EntryVariance } from './spreads/entryVariance';

/** A term of the uncertainty of a value: what it comes from, its variance, and the degrees of freedom behind it. */
export interface DoubtTerm {
  from:
    // What an entry's mounts scatter by, their passes among it: the one term that was found by repeats.
    | 'mounts'
    | 'correction'
    | 'step'
    | 'readings'
    | 'interpolation'
    | 'settling'
    | 'room'
    | 'floor'
    | 'line'
    | 'law';
  variance: number;
  freedom: number;
  /** Of 1/freedom, what all entries of the rig share of not knowing its spread (ω/n₀ of DOUBT f); none where nothing is shared. */
  sharedPart?: number;
  /** Of the variance of mounts, what single passes make. */
  passesPart?: number;
}

/**
 * The term of an entry’s mounts, from its own spread drawn to the rig’s (DOUBT f).
 *
 * @example mountTerm({ variance: 0.1, own: 0.2, shared: 0.05 }, 0).freedom → 4
 */
export function mountTerm({ variance, own, shared }: EntryVariance, passes: number): DoubtTerm {
  return { from: 'mounts', variance, freedom: 1 / (own + shared), sharedPart: shared, passesPart: passes };
}

/**
 * Half-width of the 95 % interval of a value, in its unit: √(Σ (t·u)²), each term with Student’s t of its own degrees of freedom (DOUBT h).
 * Not one freedom for the sum (Welch–Satterthwaite): with that, adding a doubt raises the freedom and can make the interval smaller.
 *
 * halfWidth([{ from: 'mounts', variance: 1, freedom: 5 }]) is 2.571.
 * @throws where a variance is negative
 */
export function halfWidth(terms: readonly DoubtTerm[]): number {
  const q = rangeOf(2);
  let sum = 0;
  for (const { variance, freedom } of terms) {
    if (!(variance >= 0)) throw new RangeError(`halfWidth: variances must be 0 or more, got ${variance}`);
    if (variance === 0) continue;
    sum += (q(Math.max(1, freedom)) ** 2 / 2) * variance;
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
 * The same terms of a value that is so many times as large, made of another in the same proportion.
 *
 * @example scaled([{ from: 'step', variance: 0.04, freedom: Infinity }], 2) → [{ from: 'step', variance: 0.16, freedom: Infinity }]
 */
export function scaled(terms: readonly DoubtTerm[], factor: number): DoubtTerm[] {
  const squared = factor ** 2;
  return terms.map((term) => ({
    ...term,
    variance: term.variance * squared,
    ...(term.passesPart === undefined ? {} : { passesPart: term.passesPart * squared }),
  }));
}
