import type { Axis } from '@/core/curves/axis';
import type { CurvesData } from '@/lab/orders/curvesPage';

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
