import { logGamma } from './logGamma';

const TINY = 1e-300;

/** Continued fraction of the incomplete beta function by Lentz's method (Press et al., Numerical Recipes, §6.4). */
function betaFraction(a: number, b: number, x: number): number {
  const away = (value: number) => (Math.abs(value) < TINY ? TINY : value);
  let c = 1;
  let d = 1 / away(1 - ((a + b) * x) / (a + 1));
  let fraction = d;
  for (let m = 1; m <= 400; m += 1) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / away(1 + even * d);
    c = away(1 + even / c);
    fraction *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / away(1 + odd * d);
    c = away(1 + odd / c);
    fraction *= d * c;
    if (Math.abs(d * c - 1) < 1e-14) break;
  }
  return fraction;
}

/** Regularised incomplete beta function I_x(a, b). */
function incompleteBeta(a: number, b: number, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x));
  return x < (a + 1) / (a + b + 2)
    ? (front * betaFraction(a, b, x)) / a
    : 1 - (front * betaFraction(b, a, 1 - x)) / b;
}

/** Where a spread is as good as known. */
const KNOWN_FREEDOM = 1e6;

/**
 * The chance that F with `above` and `below` degrees of freedom is larger than `f`, by the regularised incomplete beta function
 * (Abramowitz & Stegun 26.6.2). `below` may be infinite: the spread is known.
 *
 * @example fTail(4.10282, 2, 10) → 0.05
 *
 * @throws where a degree of freedom is under 1, or f negative
 */
export function fTail(f: number, above: number, below: number): number {
  if (!(f >= 0) || !(above >= 1) || !(below >= 1))
    throw new RangeError(`fTail: got f ${f} with ${above} and ${below} degrees of freedom`);
  const freedom = Math.min(below, KNOWN_FREEDOM);
  return incompleteBeta(freedom / 2, above / 2, freedom / (freedom + above * f));
}
