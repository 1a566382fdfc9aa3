import type { Flatness } from './flatness';

/**
 * How far two samples of one product lie apart: the difference of their flatness, and the root mean square of their shapes
 * set on one another at the places that both have, each about its own mean, µm; null where no two places meet.
 *
 * Example: A plate of 40 µm and one of 55 µm from peak to valley: 15 µm apart, with the root mean square of their
 * shapes.
 */
export function samplesApart(
  one: Flatness,
  other: Flatness,
): { peakToValleyUm: number; shapeRmsUm: number | null } {
  const at = new Map(other.points.map((point) => [`${point.xMm} ${point.yMm}`, point.depthUm]));
  const pairs = one.points.flatMap((point) => {
    const there = at.get(`${point.xMm} ${point.yMm}`);
    return there === undefined ? [] : [[point.depthUm, there] as const];
  });
  const apart = Math.abs(one.peakToValleyUm - other.peakToValleyUm);
  if (pairs.length === 0) return { peakToValleyUm: apart, shapeRmsUm: null };
  const differences = pairs.map(([a, b]) => a - b);
  const centre = differences.reduce((sum, value) => sum + value, 0) / differences.length;
  const squares = differences.reduce((sum, value) => sum + (value - centre) ** 2, 0);
  return { peakToValleyUm: apart, shapeRmsUm: Math.sqrt(squares / differences.length) };
}
