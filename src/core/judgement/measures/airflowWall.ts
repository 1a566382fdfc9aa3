import { goldenSection } from '@/core/statistics/goldenSection';
import { known, unknown, type Outcome } from '@/core/outcome';
import { interval95 } from '@/core/uncertainty/interval95';

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
const WALL_STEPS = 60;
/** Wider than this share of the wall, the interval names none. */
const IDENTIFIED_SHARE = 0.5;

/** z of one in twenty. */
const SELDOM_Z = 1.6449;

/** How much a variance of so many degrees of freedom exceeds the true one once in twenty: χ²/ν by Wilson & Hilferty (1931). */
function seldomExceeded(freedom: number): number {
  const spread = 2 / (9 * freedom);
  return (1 - spread + SELDOM_Z * Math.sqrt(spread)) ** 3;
}

interface Weighted {
  rpm: number;
  resistanceKPerW: number;
  variance: number;
}

/** A sweep as its fits ask for it, by the hundred thousand: powers of its speeds are taken as seldom as can be. */
interface Sweep {
  points: readonly Weighted[];
  /** ln(n/1000) of each point. */
  logs: number[];
  /** The grid of exponents with the powers of all speeds at each. */
  grid: { b: number; powers: number[] }[];
}

const STEP_B = (MOST_B - LEAST_B) / GRID;

const powersAt = (logs: readonly number[], b: number) => logs.map((log) => Math.exp(-b * log));

function sweepOf(points: readonly Weighted[]): Sweep {
  const logs = points.map(({ rpm }) => Math.log(rpm / 1000));
  const grid = Array.from({ length: GRID + 1 }, (_, i) => {
    const b = LEAST_B + i * STEP_B;
    return { b, powers: powersAt(logs, b) };
  });
  return { points, logs, grid };
}

/** Least weighted squares of y − w over a·x at powers x of the speeds; `a` is not negative: more air does not warm. */
function squaresAt(
  points: readonly Weighted[],
  wall: number,
  powers: readonly number[],
): { a: number; sum: number } {
  let xy = 0;
  let xx = 0;
  for (let i = 0; i < points.length; i += 1) {
    const { resistanceKPerW, variance } = points[i]!;
    const x = powers[i]!;
    xy += (x * (resistanceKPerW - wall)) / variance;
    xx += (x * x) / variance;
  }
  const a = Math.max(0, xy / xx);
  let sum = 0;
  for (let i = 0; i < points.length; i += 1) {
    const { resistanceKPerW, variance } = points[i]!;
    sum += (resistanceKPerW - wall - a * powers[i]!) ** 2 / variance;
  }
  return { a, sum };
}

/** The best b for a wall: the grid's best, refined by golden section. */
function profileAt({ points, logs, grid }: Sweep, wall: number): { a: number; b: number; sum: number } {
  let best = LEAST_B;
  let least = Infinity;
  for (const { b, powers } of grid) {
    const { sum } = squaresAt(points, wall, powers);
    if (sum < least) [best, least] = [b, sum];
  }
  const b = goldenSection(
    (at) => squaresAt(points, wall, powersAt(logs, at)).sum,
    Math.max(LEAST_B, best - STEP_B),
    Math.min(MOST_B, best + STEP_B),
    REFINE,
  );
  return { b, ...squaresAt(points, wall, powersAt(logs, b)) };
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
  if (speeds.size < 4) return unknown(`needs four speeds, has ${speeds.size}`);
  const isTold = measured.every(({ variance }) => variance !== null);
  const points = measured.map((point) => ({ ...point, variance: isTold ? point.variance! : 1 }));
  const ceiling = Math.min(...points.map(({ resistanceKPerW }) => resistanceKPerW)) * 1.05;
  const floor = -2 * ceiling;
  const sweep = sweepOf(points);
  const value = goldenSection((wall) => profileAt(sweep, wall).sum, floor, ceiling, WALL_STEPS);
  const least = profileAt(sweep, value);
  const left = points.length - 3;
  const scatter = least.sum / left;
  const freedom = isTold ? Math.min(...points.map((point) => point.freedom)) : left;
  const tooWide = isTold && scatter > seldomExceeded(left);
  const reach = interval95(1, freedom) ** 2 * (!isTold || tooWide ? scatter : 1);
  const isInside = (wall: number) => profileAt(sweep, wall).sum <= least.sum + reach;
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
