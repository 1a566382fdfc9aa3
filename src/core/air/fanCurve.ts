import { known, unknown, type Outcome } from '../outcome';
import { pchip, pchipAt, type Pchip } from '@/core/curves/shape/pchip';
import type { FlowPoint } from './flowPoint';

/** What a fan delivers at one speed: pressure over flow, between the openings that were measured. */
export interface FanCurve {
  rpm: number;
  points: readonly FlowPoint[];
  /** Flow, m³/h, to pressure, Pa. */
  through: Pchip;
}

/** Flows nearer to each other than this share of the largest are one opening read twice, and averaged. */
const SAME_FLOW = 1e-6;

function averaged(points: readonly FlowPoint[]): FlowPoint[] {
  const sorted = [...points].sort((a, b) => a.flowM3PerH - b.flowM3PerH);
  const least = SAME_FLOW * (sorted.at(-1)?.flowM3PerH ?? 0);
  const kept: (FlowPoint & { count: number })[] = [];
  for (const point of sorted) {
    const last = kept.at(-1);
    if (last && point.flowM3PerH - last.flowM3PerH <= least) {
      last.pressurePa = (last.pressurePa * last.count + point.pressurePa) / (last.count + 1);
      last.count += 1;
    } else kept.push({ ...point, count: 1 });
  }
  return kept.map(({ flowM3PerH, pressurePa }) => ({ flowM3PerH, pressurePa }));
}

/**
 * The curve of a fan at one speed through its openings, a monotone piecewise cubic (`pchip`), never beyond them. Not
 * computable from fewer than three openings.
 *
 * fanCurve of (0, 30), (40, 20), (80, 0) at 1,500 rpm has 30 Pa with the chamber closed.
 *
 * @throws where the speed is not above 0
 */
export function fanCurve(points: readonly FlowPoint[], rpm: number): Outcome<FanCurve> {
  if (!(rpm > 0)) throw new RangeError(`fanCurve: rpm must be above 0, got ${rpm}`);
  const openings = averaged(points);
  if (openings.length < 3) return unknown('fewer than three openings with flow and pressure');
  const through = pchip(
    openings.map((point) => point.flowM3PerH),
    openings.map((point) => point.pressurePa),
  );
  return known({ rpm, points: openings, through });
}

/**
 * The curve at another speed by the fan laws (ISO 5801, annex on conversion rules): flow by the speed, pressure by its
 * square, for one fan in one air. They hold as long as the flow keeps its pattern; `farOff` says that this goes further
 * than a third up or a quarter down.
 *
 * atSpeed of a curve at 1,000 rpm to 1,200 rpm has 1.44 times its pressure at 1.2 times its flow.
 *
 * @throws where the speed is not above 0
 */
export function atSpeed(curve: FanCurve, rpm: number): FanCurve & { farOff: boolean } {
  if (!(rpm > 0)) throw new RangeError(`atSpeed: rpm must be above 0, got ${rpm}`);
  const ratio = rpm / curve.rpm;
  const points = curve.points.map(({ flowM3PerH, pressurePa }) => ({
    flowM3PerH: flowM3PerH * ratio,
    pressurePa: pressurePa * ratio ** 2,
  }));
  const { x, y, slopes } = curve.through;
  const through = {
    x: x.map((flow) => flow * ratio),
    y: y.map((pressure) => pressure * ratio ** 2),
    slopes: slopes.map((slope) => slope * ratio),
  };
  return { rpm, points, through, farOff: ratio > 4 / 3 || ratio < 3 / 4 };
}

/**
 * Pressure at a flow, Pa, and its slope, Pa per m³/h; not computable beyond the openings.
 *
 * Example: Between openings of 0 m³/h at 30 Pa and 80 m³/h at 0 Pa the pressure falls from the one to the other; at 90
 * m³/h: not computable.
 */
export function pressureAt(
  curve: FanCurve,
  flowM3PerH: number,
): Outcome<{ pressurePa: number; slope: number }> {
  const { x } = curve.through;
  if (!(flowM3PerH >= x[0]! && flowM3PerH <= x[x.length - 1]!))
    return unknown('beyond the openings that were measured');
  const { y, slope } = pchipAt(curve.through, flowM3PerH);
  return known({ pressurePa: y, slope });
}
