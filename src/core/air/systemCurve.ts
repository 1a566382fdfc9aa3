import { known, unknown, type Outcome } from '../outcome';
import { leastSquaresLine } from '../statistics/leastSquaresLine';
import { mean } from '../statistics/mean';
import { interval95 } from '../uncertainty/interval95';
import type { FlowPoint } from './flowPoint';

/** What resists the air: Δp = k·qⁿ, with q in m³/h and Δp in Pa. */
export interface SystemCurve {
  k: number;
  /** From 1 (laminar: a fine fin stack) to 2 (turbulent: an opening, a grille). */
  exponent: number;
  /** Relative standard uncertainty of Δp at the flows it was fitted to; 0 where it was chosen. */
  doubtShare: number;
}

export interface FittedSystem extends SystemCurve {
  /** Half-width of the exponent's 95 % interval. */
  exponent95: number;
  /** The readings asked for an exponent outside 1 to 2, and were held at that end. */
  heldAt: 1 | 2 | null;
}

/**
 * Δp at a flow, Pa.
 *
 * @example systemPressurePa({ k: 0.01, exponent: 2 }, 50) → 25
 */
export function systemPressurePa({ k, exponent }: SystemCurve, flowM3PerH: number): number {
  return k * flowM3PerH ** exponent;
}

/**
 * A chosen resistance: so much pressure at so much flow, with an exponent from 1 to 2.
 *
 * chosenSystem(20, 50, 2) is 0.008 Pa per (m³/h)².
 *
 * @throws where pressure or flow are not above 0, or the exponent is not from 1 to 2
 */
export function chosenSystem(pressurePa: number, flowM3PerH: number, exponent: number): SystemCurve {
  if (!(pressurePa > 0 && flowM3PerH > 0))
    throw new RangeError(
      `chosenSystem: pressure and flow must be above 0, got ${pressurePa} and ${flowM3PerH}`,
    );
  if (!(exponent >= 1 && exponent <= 2))
    throw new RangeError(`chosenSystem: exponent must be from 1 to 2, got ${exponent}`);
  return { k: pressurePa / flowM3PerH ** exponent, exponent, doubtShare: 0 };
}

/**
 * k and n of Δp = k·qⁿ from readings through it: least squares of lg Δp on lg q, so that each reading counts by its share;
 * n is held within 1 to 2. The 95 % interval of n is Student's t with count − 2 degrees of freedom. Not computable below
 * three readings, at one flow only, or where a flow or a pressure is not above 0.
 *
 * fitSystem of (10, 1), (20, 4), (40, 16) is k 0.01 with n 2.
 */
export function fitSystem(points: readonly FlowPoint[]): Outcome<FittedSystem> {
  const without = points.find((point) => !(point.flowM3PerH > 0 && point.pressurePa > 0));
  if (without)
    return unknown(
      `flow and pressure must be above 0, got ${without.flowM3PerH} m³/h and ${without.pressurePa} Pa`,
    );
  const lnFlow = points.map((point) => Math.log(point.flowM3PerH));
  const lnPressure = points.map((point) => Math.log(point.pressurePa));
  const line = leastSquaresLine(lnFlow, lnPressure);
  if (!line.known)
    return unknown(points.length < 3 ? 'fewer than three readings' : 'all readings at one flow');
  const { slope, slopeStandardError, count } = line.value;
  const heldAt = slope < 1 ? 1 : slope > 2 ? 2 : null;
  const exponent = heldAt ?? slope;
  const lnK = mean(lnPressure) - exponent * mean(lnFlow);
  const residual = lnPressure.reduce((sum, value, i) => sum + (value - lnK - exponent * lnFlow[i]!) ** 2, 0);
  const freedom = count - 2;
  return known({
    k: Math.exp(lnK),
    exponent,
    doubtShare: Math.sqrt(residual / freedom / count),
    exponent95: interval95(slopeStandardError, freedom),
    heldAt,
  });
}
