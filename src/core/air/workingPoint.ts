import { known, unknown, type Outcome } from '../outcome';
import { interval95 } from '../uncertainty/interval95';
import { pressureAt, type FanCurve } from './fanCurve';
import { systemPressurePa, type SystemCurve } from './systemCurve';

export interface WorkingPoint {
  flowM3PerH: number;
  pressurePa: number;
  /** Half-widths of the 95 % intervals. */
  flow95: number;
  pressure95: number;
}

/** What is in doubt of a fan at work, as relative standard uncertainties. */
export interface FanDoubt {
  pressureShare: number;
  flowShare: number;
  /** Of the speed that it runs at: where a level asks for it, by what the levels scatter, too. */
  speedShare: number;
}

/** Where nothing was repeated (FORMATS step 14); a flow is read as an airspeed is. */
export const ASSUMED_FAN_DOUBT: FanDoubt = { pressureShare: 0.02, flowShare: 0.03, speedShare: 0.002 };

const HALVINGS = 60;

/**
 * Where a fan's curve and a resistance cross: the flow at which the fan's pressure is what the resistance takes. Found by
 * halving between the ends of the curve; its interval by the slopes of both there (GUM, JCGM 100, 5.1.2): what is in doubt
 * of the pressures, divided by the angle between them, where a flow counts by the fan's slope and a speed by the fan laws, flow ∝ n and
 * pressure ∝ n². Not computable where they cross beyond the openings measured.
 *
 * workingPoint of a fan of 30 Pa closed and 60 m³/h free, straight between, with Δp = 0.5·q is 30 m³/h at 15 Pa.
 */
export function workingPoint(
  curve: FanCurve,
  system: SystemCurve,
  doubt: FanDoubt = ASSUMED_FAN_DOUBT,
): Outcome<WorkingPoint> {
  const { x } = curve.through;
  const surplus = (flow: number) => {
    const fan = pressureAt(curve, flow);
    return fan.known ? fan.value.pressurePa - systemPressurePa(system, flow) : NaN;
  };
  let low = x[0]!;
  let high = x[x.length - 1]!;
  if (surplus(low) < 0) return unknown('is tighter than the smallest opening measured');
  if (surplus(high) > 0) return unknown('resists less than its widest opening that was measured');
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2;
    if (surplus(middle) >= 0) low = middle;
    else high = middle;
  }
  const flowM3PerH = (low + high) / 2;
  const pressurePa = systemPressurePa(system, flowM3PerH);
  const fan = pressureAt(curve, flowM3PerH);
  const fanSlope = fan.known ? fan.value.slope : 0;
  const systemSlope = (system.exponent * pressurePa) / flowM3PerH;
  const between = systemSlope - fanSlope;
  const fanPa = Math.hypot(
    doubt.pressureShare * pressurePa,
    doubt.flowShare * flowM3PerH * fanSlope,
    doubt.speedShare * (2 * pressurePa - flowM3PerH * fanSlope),
  );
  const systemPa = system.doubtShare * pressurePa;
  const flowDoubt = Math.hypot(fanPa, systemPa) / between;
  // Along the crossing: a better fan moves up the resistance, a stronger resistance up the fan.
  const pressureDoubt = Math.hypot(fanPa * systemSlope, systemPa * fanSlope) / between;
  return known({
    flowM3PerH,
    pressurePa,
    flow95: interval95(flowDoubt, Infinity),
    pressure95: interval95(pressureDoubt, Infinity),
  });
}
