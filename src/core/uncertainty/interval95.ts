import { rangeOf } from './rangeOf';

/**
 * Half-width of the 95 % interval of a standard uncertainty with `freedom` degrees of freedom: Student's t
 * times it (GUM, JCGM 100, G.3.2), by t = q / √2 of two means. In the unit of the uncertainty.
 *
 * interval95(1, Infinity) is 1.960; interval95(1, 5) is 2.571.
 */
export function interval95(standardUncertainty: number, freedom: number): number {
  return (rangeOf(2)(Math.max(1, freedom)) / Math.SQRT2) * standardUncertainty;
}
