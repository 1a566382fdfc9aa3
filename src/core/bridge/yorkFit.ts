/** A point with the standard uncertainty of both of its places. */
export interface DoubtedPoint {
  x: number;
  y: number;
  ux: number;
  uy: number;
}

export interface YorkFit {
  intercept: number;
  slope: number;
  interceptU: number;
  slopeU: number;
  covariance: number;
  /** Sum of squared residuals in standard uncertainties, and its degrees of freedom. */
  chiSquare: number;
  freedom: number;
}

const MOST_TURNS = 200;
const CLOSE = 1e-12;

/**
 * A straight line through points that are in doubt in both directions, each by its own: least squares of York et al. (American
 * Journal of Physics 72, 2004), errors uncorrelated. With equal ratios of both it is Deming’s regression.
 *
 * Example: Points on y = 2x + 1: intercept 1, slope 2, chi-square 0.
 *
 * @throws for fewer than two points, or where an uncertainty is not positive
 */
export function yorkFit(points: readonly DoubtedPoint[]): YorkFit {
  if (points.length < 2) throw new RangeError(`yorkFit: two points at least, got ${points.length}`);
  for (const { ux, uy } of points)
    if (!(ux > 0) || !(uy > 0))
      throw new RangeError(`yorkFit: uncertainties must be positive, got ${ux} and ${uy}`);
  // A start: the slope between the middles of both halves.
  const sorted = [...points].sort((a, b) => a.x - b.x);
  const half = Math.ceil(sorted.length / 2);
  const middle = (own: readonly DoubtedPoint[], of: 'x' | 'y') =>
    own.reduce((sum, point) => sum + point[of], 0) / own.length;
  const [low, high] = [sorted.slice(0, half), sorted.slice(-half)];
  const across = middle(high, 'x') - middle(low, 'x');
  let slope = across > 0 ? (middle(high, 'y') - middle(low, 'y')) / across : 1;
  if (!(Math.abs(slope) > 1e-6) || !Number.isFinite(slope)) slope = 1;
  const parts = (b: number) => {
    const weighted = points.map(({ x, y, ux, uy }) => {
      const wx = 1 / ux ** 2;
      const wy = 1 / uy ** 2;
      return { x, y, wx, wy, w: (wx * wy) / (wx + b * b * wy) };
    });
    const total = weighted.reduce((sum, { w }) => sum + w, 0);
    const mx = weighted.reduce((sum, { w, x }) => sum + w * x, 0) / total;
    const my = weighted.reduce((sum, { w, y }) => sum + w * y, 0) / total;
    const each = weighted.map(({ x, y, wx, wy, w }) => ({
      ...{ w, v: y - my, u: x - mx },
      beta: w * ((x - mx) / wy + (b * (y - my)) / wx),
    }));
    return { total, mx, my, each };
  };
  for (let turn = 0; turn < MOST_TURNS; turn += 1) {
    const { each } = parts(slope);
    const above = each.reduce((sum, { w, beta, v }) => sum + w * beta * v, 0);
    const below = each.reduce((sum, { w, beta, u }) => sum + w * beta * u, 0);
    const next = above / below;
    const moved = Math.abs(next - slope);
    slope = next;
    if (!(moved > CLOSE * Math.abs(slope))) break;
  }
  const { total, mx, my, each } = parts(slope);
  const intercept = my - slope * mx;
  const adjusted = each.map(({ beta }) => mx + beta);
  const middleX = each.reduce((sum, { w }, i) => sum + w * adjusted[i]!, 0) / total;
  const spread = each.reduce((sum, { w }, i) => sum + w * (adjusted[i]! - middleX) ** 2, 0);
  const slopeU = Math.sqrt(1 / spread);
  return {
    ...{ intercept, slope, slopeU },
    interceptU: Math.sqrt(1 / total + (middleX * slopeU) ** 2),
    covariance: -middleX * slopeU ** 2,
    chiSquare: each.reduce((sum, { w, u, v }) => sum + w * (v - slope * u) ** 2, 0),
    freedom: points.length - 2,
  };
}
