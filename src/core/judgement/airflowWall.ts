import { known, unknown, type Outcome } from '../outcome';
import { seldomExceeded } from '../uncertainty/largerSpread';
import { interval95 } from '../uncertainty/interval95';

/** A setting as a speed and a resistance. */
export interface WallPoint {
  rpm: number;
  resistanceKPerW: number;
  /** Variance of the resistance that each setting has by itself, (K/W)², and its degrees of freedom; null where nothing tells. */
  variance: number | null;
  freedom: number;
}

export interface AirflowWall {
  /** R∞, K/W, and the half-width of its 95 % interval. */
  value: number;
  interval95: number;
  /** R(n) = R∞ + a·(n/1000)^−b. */
  a: number;
  b: number;
  /** The interval is too wide to name a wall. */
  identified: boolean;
}

/** Exponents that a heatsink, a radiator or a fin stack can have: laminar to fully turbulent, and some room. */
const LEAST_B = 0.25;
const MOST_B = 1.6;
const GRID = 28;
const REFINE = 30;
/** Wider than this share of the wall, the interval names none. */
const IDENTIFIED_SHARE = 0.5;

interface Weighted {
  rpm: number;
  resistanceKPerW: number;
  variance: number;
}

/** Least weighted squares of y − w over a·x^−b at one b; `a` is not negative: more air does not warm. */
function squaresAt(points: readonly Weighted[], wall: number, b: number): { a: number; sum: number } {
  let xy = 0;
  let xx = 0;
  for (const { rpm, resistanceKPerW, variance } of points) {
    const x = (rpm / 1000) ** -b;
    xy += (x * (resistanceKPerW - wall)) / variance;
    xx += (x * x) / variance;
  }
  const a = Math.max(0, xy / xx);
  let sum = 0;
  for (const { rpm, resistanceKPerW, variance } of points)
    sum += (resistanceKPerW - wall - a * (rpm / 1000) ** -b) ** 2 / variance;
  return { a, sum };
}

/** The best b for a wall: the grid's best, refined by golden section. */
function profileAt(points: readonly Weighted[], wall: number): { a: number; b: number; sum: number } {
  const step = (MOST_B - LEAST_B) / GRID;
  let best = LEAST_B;
  for (let i = 0; i <= GRID; i += 1) {
    const b = LEAST_B + i * step;
    if (squaresAt(points, wall, b).sum < squaresAt(points, wall, best).sum) best = b;
  }
  let low = Math.max(LEAST_B, best - step);
  let high = Math.min(MOST_B, best + step);
  const golden = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < REFINE; i += 1) {
    const one = high - golden * (high - low);
    const two = low + golden * (high - low);
    if (squaresAt(points, wall, one).sum < squaresAt(points, wall, two).sum) high = two;
    else low = one;
  }
  const b = 0.5 * (low + high);
  return { b, ...squaresAt(points, wall, b) };
}

function bisected(from: number, to: number, isInside: (wall: number) => boolean): number {
  let inside = from;
  let outside = to;
  for (let i = 0; i < 40; i += 1) {
    const middle = 0.5 * (inside + outside);
    if (isInside(middle)) inside = middle;
    else outside = middle;
  }
  return 0.5 * (inside + outside);
}

/** The wall with the least squares, by golden section between a floor and the best resistance. */
function bestWall(points: readonly Weighted[], floor: number, ceiling: number): number {
  const golden = (Math.sqrt(5) - 1) / 2;
  let low = floor;
  let high = ceiling;
  for (let i = 0; i < 60; i += 1) {
    const one = high - golden * (high - low);
    const two = low + golden * (high - low);
    if (profileAt(points, one).sum < profileAt(points, two).sum) high = two;
    else low = one;
  }
  return 0.5 * (low + high);
}

/**
 * The part of a cooler's resistance that no fan gets past: R∞ of R(n) = R∞ + a·n^(−b), K/W, by weighted least squares, b from
 * 0.25 to 1.6. Its 95 % interval is that of the profile likelihood (Bates & Watts, Nonlinear Regression Analysis, 6.1):
 * all walls whose least squares lie less than t² over the smallest; for a wall is seen only from afar, and its interval is no
 * symmetric one. The half-width told is the longer side, with what the mount shifts the whole sweep by. Not computable below
 * four speeds. Where nothing tells the variances, the scatter about the fit does; where it is more than they allow once in
 * twenty, it widens the interval (Birge's ratio).
 *
 * Example: 0.2 + 0.09·(n/1000)^−0.8 read at five speeds without noise: 0.2 K/W.
 *
 * @param mountVariance variance of the whole sweep's shift, (K/W)², and its degrees of freedom
 * @throws where a speed, a resistance or a variance is not positive
 */
export function airflowWall(
  measured: readonly WallPoint[],
  mountVariance = 0,
  mountFreedom = Infinity,
): Outcome<AirflowWall> {
  for (const { rpm, resistanceKPerW, variance } of measured)
    if (!(rpm > 0 && resistanceKPerW > 0 && (variance === null || variance > 0)))
      throw new RangeError(
        `airflowWall: speed, resistance and variance must be positive, got ${rpm}, ${resistanceKPerW}, ${variance}`,
      );
  const speeds = new Set(measured.map(({ rpm }) => rpm));
  if (speeds.size < 4) return unknown(`measured at ${speeds.size} speeds: four at least tell a wall`);
  const isTold = measured.every(({ variance }) => variance !== null);
  const points = measured.map((point) => ({ ...point, variance: isTold ? point.variance! : 1 }));
  const ceiling = Math.min(...points.map(({ resistanceKPerW }) => resistanceKPerW)) * 1.05;
  const floor = -2 * ceiling;
  const value = bestWall(points, floor, ceiling);
  const least = profileAt(points, value);
  const left = points.length - 3;
  const scatter = least.sum / left;
  const freedom = isTold ? Math.min(...points.map((point) => point.freedom)) : left;
  const tooWide = isTold && scatter > seldomExceeded(left);
  const reach = interval95(1, freedom) ** 2 * (!isTold || tooWide ? scatter : 1);
  const isInside = (wall: number) => profileAt(points, wall).sum <= least.sum + reach;
  const lowest = isInside(floor) ? floor : bisected(value, floor, isInside);
  const top = 2 * ceiling;
  const highest = isInside(top) ? top : bisected(value, top, isInside);
  const side = Math.max(value - lowest, highest - value);
  const half = Math.hypot(side, interval95(Math.sqrt(mountVariance), mountFreedom));
  return known({
    value,
    interval95: half,
    a: least.a,
    b: least.b,
    identified: value > 0 && half < IDENTIFIED_SHARE * value,
  });
}
