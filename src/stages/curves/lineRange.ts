import type { Axis } from '@/ui/chart/axis';
import type { CurvesData } from './curvesData';

function placesOn(loads: CurvesData['loads']): number[] {
  return loads.flatMap((load) => load.curves.flatMap((curve) => curve.points.map((point) => point.at)));
}

/** Ends of the axis: all settings of all loads, and the line. */
export function axisRange(
  loads: CurvesData['loads'],
  axis: Axis,
  line: number,
): { min: number; max: number } {
  const all = [...placesOn(loads), line];
  return {
    min: Math.floor((Math.min(...all) - axis.roomBefore) / axis.grid) * axis.grid,
    max: Math.ceil((Math.max(...all) + axis.roomAfter) / axis.grid) * axis.grid,
  };
}

/** Where the line begins on an axis that no brief speaks of: between what most entries reach. */
export function firstLine({ loads }: CurvesData, axis: Axis): number {
  const curves = loads[0]!.curves.filter((curve) => curve.points.length > 0);
  if (curves.length === 0) return axis.grid;
  const slowest = Math.max(...curves.map((curve) => curve.points[0]!.at));
  const fastest = Math.min(...curves.map((curve) => curve.points[curve.points.length - 1]!.at));
  return Math.round((slowest + fastest) / 2 / axis.leap) * axis.leap;
}
