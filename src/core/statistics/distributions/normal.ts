/** Half-width of the 95 % interval of the standard normal. */
export const NORMAL_95 = 1.959964;

/**
 * Density of the standard normal distribution.
 *
 * @example normalDensity(0) → 0.39894
 */
export function normalDensity(z: number): number {
  return Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);
}

/**
 * Distribution function Φ of the standard normal: Hart's rational approximation in the form of G. West,
 * Wilmott Magazine, May 2005, good to about 1e-15. normalCdf(1.959964) is 0.975.
 */
export function normalCdf(z: number): number {
  const x = Math.abs(z);
  if (x > 37) return z > 0 ? 1 : 0;
  const e = Math.exp((-x * x) / 2);
  let tail: number;
  if (x < 7.07106781186547) {
    let top = 3.52624965998911e-2 * x + 0.700383064443688;
    top = top * x + 6.37396220353165;
    top = top * x + 33.912866078383;
    top = top * x + 112.079291497871;
    top = top * x + 221.213596169931;
    top = top * x + 220.206867912376;
    let bottom = 8.83883476483184e-2 * x + 1.75566716318264;
    bottom = bottom * x + 16.064177579207;
    bottom = bottom * x + 86.7807322029461;
    bottom = bottom * x + 296.564248779674;
    bottom = bottom * x + 637.333633378831;
    bottom = bottom * x + 793.826512519948;
    bottom = bottom * x + 440.413735824752;
    tail = (e * top) / bottom;
  } else {
    tail = e / (x + 1 / (x + 2 / (x + 3 / (x + 4 / (x + 0.65))))) / 2.506628274631;
  }
  return z > 0 ? 1 - tail : tail;
}
