import { normalCdf, normalDensity } from './normal';

/**
 * Quantile of the standard normal: the rational start of Abramowitz & Stegun 26.2.23, made exact by Newton steps on Φ.
 *
 * @example normalQuantile(0.975) → 1.95996
 *
 * @throws where the share is not between 0 and 1
 */
export function normalQuantile(share: number): number {
  if (!(share > 0 && share < 1)) throw new RangeError(`normalQuantile: share between 0 and 1, got ${share}`);
  if (share === 0.5) return 0;
  const tail = Math.min(share, 1 - share);
  const t = Math.sqrt(-2 * Math.log(tail));
  let z =
    t -
    (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3);
  for (let step = 0; step < 4; step += 1) {
    const density = normalDensity(z);
    if (density < 1e-300) break;
    z += (normalCdf(-z) - tail) / density;
  }
  return share < 0.5 ? -z : z;
}
