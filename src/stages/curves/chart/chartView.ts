import { differenceFrom, heightAt, type CurvePointXY } from '@/core/curves/shown/differenceFrom';
import { drawnCurve } from '@/core/curves/shown/drawnCurve';
import type { CurvePoint, EntryCurve } from '@/core/curves/entryCurve';
import type { ShownScale } from '@/core/curves/shown/shownScale';

/** A part of the chart, in the units of its axes. */
export interface Zoom {
  xMin: number;
  xMax: number;
  yMin: number;
  yMax: number;
}

/** A zoom as it stands in the address; null for one that is none. */
export function parseZoom(text: string): Zoom | null {
  const [xMin, xMax, yMin, yMax] = text.split('_').map(Number);
  const all = [xMin, xMax, yMin, yMax];
  if (all.length !== 4 || !all.every((other) => other !== undefined && Number.isFinite(other))) return null;
  return xMax! > xMin! && yMax! > yMin! ? { xMin: xMin!, xMax: xMax!, yMin: yMin!, yMax: yMax! } : null;
}

export function zoomText({ xMin, xMax, yMin, yMax }: Zoom): string {
  return [xMin, xMax, yMin, yMax].map((value) => Number(value.toPrecision(5))).join('_');
}

export interface ShownPoint {
  point: CurvePoint;
  x: number;
  y: number;
  low: number;
  high: number;
}

export interface ShownCurve {
  curve: EntryCurve;
  line: CurvePointXY[];
  points: ShownPoint[];
  /** What is shown at a place on the axis for a value; null where the base has none. */
  at: (x: number, value: number) => number | null;
}

/**
 * Curves as they are drawn: each on the scale chosen, or as its difference from one of them, whose own curve is then
 * the zero line. Curves without a line are left out, and points where the base has no value.
 */
export function shownCurves(
  curves: readonly EntryCurve[],
  scale: ShownScale,
  from: string | null,
): ShownCurve[] {
  const base = from === null ? null : curves.filter((curve) => curve.entry === from).flatMap(drawnCurve);
  const { factor } = scale;
  const offset = base ? 0 : scale.offset;
  const at = (x: number, value: number) => {
    const zero = base ? heightAt(base, x) : 0;
    return zero === null ? null : offset + factor * (value - zero);
  };
  return curves.flatMap((curve) => {
    const drawn = drawnCurve(curve);
    const line = (base ? differenceFrom(drawn, base) : drawn).map(({ x, y }) => ({
      x,
      y: offset + factor * y,
    }));
    if (line.length === 0) return [];
    const points = curve.points.flatMap((point) => {
      const y = at(point.at, point.value);
      if (y === null) return [];
      const half = factor * point.interval95;
      return [{ point, x: point.at, y, low: y - half, high: y + half }];
    });
    return [{ curve, line, points, at }];
  });
}
