import { known, unknown, type Outcome } from '../outcome';
import { mean } from '../statistics/mean';
import { quantile } from '../statistics/quantile';
import { solveLinear } from '../statistics/solveLinear';

/** One place of a plate: how deep it lies under the highest, µm. */
export interface PlatePoint {
  xMm: number;
  yMm: number;
  depthUm: number;
}

export interface Flatness {
  count: number;
  /** From the highest to the lowest place, µm: the flatness of ISO 12781 over the places that were measured. */
  peakToValleyUm: number;
  /** Root of the mean square about the mean, µm. */
  rmsUm: number;
  /** Quartiles, and the ends within one and a half of their distance (Tukey 1977), µm. */
  box: { whiskerLow: number; lower: number; median: number; upper: number; whiskerHigh: number };
  /** How the plate leaned under the probe, µm/mm; 0 where that was not taken out. */
  tilt: { alongX: number; alongY: number };
  /** The places as they are judged: without the plane where it was taken out, the highest at 0. */
  points: PlatePoint[];
}

/** Least-squares plane z = a + b·x + c·y; null where the places lie on one line. */
function planeOf(points: readonly PlatePoint[]): { a: number; b: number; c: number } | null {
  const meanX = mean(points.map((point) => point.xMm));
  const meanY = mean(points.map((point) => point.yMm));
  let [sxx, sxy, syy, sxz, syz] = [0, 0, 0, 0, 0];
  for (const { xMm, yMm, depthUm } of points) {
    const dx = xMm - meanX;
    const dy = yMm - meanY;
    sxx += dx * dx;
    sxy += dx * dy;
    syy += dy * dy;
    sxz += dx * depthUm;
    syz += dy * depthUm;
  }
  if (!(sxx * syy - sxy * sxy > 1e-9 * sxx * syy)) return null;
  const solved = solveLinear(
    [
      [sxx, sxy],
      [sxy, syy],
    ],
    [sxz, syz],
  );
  if (!solved) return null;
  const [b, c] = solved as [number, number];
  return { a: mean(points.map((point) => point.depthUm)) - b * meanX - c * meanY, b, c };
}

/**
 * How flat a plate is, by depths over a grid. With `withoutPlane` the least-squares plane is taken out first: what is left
 * is shape, and no longer how the plate lay under the probe. Not computable from fewer than four places, or where all lie on
 * one line and a plane was asked for.
 *
 * flatness of depths 0, 10, 0, 10 µm at the corners of a square is 10 µm from peak to valley.
 *
 * @throws where a depth or a place is not finite
 */
export function flatness(
  points: readonly PlatePoint[],
  { withoutPlane }: { withoutPlane: boolean },
): Outcome<Flatness> {
  for (const { xMm, yMm, depthUm } of points)
    if (!Number.isFinite(xMm + yMm + depthUm))
      throw new RangeError(`flatness: places must be finite, got ${xMm}, ${yMm}, ${depthUm}`);
  if (points.length < 4)
    return unknown(
      `${points.length} ${points.length === 1 ? 'place is' : 'places are'} no grid: four at least`,
    );
  const plane = withoutPlane ? planeOf(points) : { a: 0, b: 0, c: 0 };
  if (!plane) return unknown('all places lie on one line: no plane can be taken out');
  const left = points.map(({ xMm, yMm, depthUm }) => depthUm - plane.a - plane.b * xMm - plane.c * yMm);
  const highest = Math.min(...left);
  const depths = left.map((depth) => depth - highest);
  const centre = mean(depths);
  const [lower, median, upper] = [0.25, 0.5, 0.75].map((share) => quantile(depths, share)) as [
    number,
    number,
    number,
  ];
  const reach = 1.5 * (upper - lower);
  const within = depths.filter((depth) => depth >= lower - reach && depth <= upper + reach);
  return known({
    count: points.length,
    peakToValleyUm: Math.max(...depths),
    rmsUm: Math.sqrt(mean(depths.map((depth) => (depth - centre) ** 2))),
    box: { whiskerLow: Math.min(...within), lower, median, upper, whiskerHigh: Math.max(...within) },
    tilt: { alongX: plane.b, alongY: plane.c },
    points: points.map((point, i) => ({ ...point, depthUm: depths[i]! })),
  });
}
