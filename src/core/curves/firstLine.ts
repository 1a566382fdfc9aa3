import type { Axis } from './axis';
import type { EntryCurve } from './entryCurve';

/**
 * Where the line begins on an axis that no brief speaks of: between what most entries reach, on the axis's own steps.
 *
 * firstLine of curves from 600 to 1,400 and from 800 to 1,600 rpm is 1,100 rpm.
 */
export function firstLine(curves: readonly EntryCurve[], axis: Axis): number {
  const measured = curves.filter((curve) => curve.points.length > 0);
  if (measured.length === 0) return axis.grid;
  const slowest = Math.max(...measured.map((curve) => curve.points[0]!.at));
  const fastest = Math.min(...measured.map((curve) => curve.points[curve.points.length - 1]!.at));
  return Math.round((slowest + fastest) / 2 / axis.leap) * axis.leap;
}
