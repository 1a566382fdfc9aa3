import type { MeasuredPoint } from '../curves/measuredPoint';
import type { Response } from './responses';
import { valueOfRun, windowMean, type MeasuredRun } from './valueOfRun';

/** Where a run belongs, whatever is asked of it. */
export type RunPlace = Pick<
  MeasuredPoint,
  'run' | 'entry' | 'mount' | 'pass' | 'setting' | 'level' | 'dutyPct' | 'roomDoubtK'
> & {
  /** Measured at fixed watts, which restate a rise. */
  fixedWatts: boolean;
};

/**
 * The point of a run on the curves of a response; null where the run has no value of it.
 *
 * Example: A run of 41.2 K of its graphics card at 33 dB(A) is a point there; one without that sensor is none.
 */
export function responsePoint(
  where: RunPlace,
  measured: MeasuredRun,
  response: Response,
  place: string | null,
): MeasuredPoint | null {
  const value = valueOfRun(measured, response, place);
  if (!value.known) return null;
  const { die } = measured;
  const isRise = response.throttles;
  const { fixedWatts, ...standing } = where;
  return {
    ...standing,
    rpm: windowMean(measured, 'fan_rpm') ?? measured.rpm,
    sone: measured.sone && !measured.sone.isBound ? measured.sone.sone : null,
    isBound: value.value.isBound,
    settled: value.value.settled,
    value: value.value.value,
    resistanceKPerW: isRise && die?.resistanceKPerW.known ? die.resistanceKPerW.value : null,
    shortfall: value.value.shortfall,
    roomDoubtK: response.overRoom ? where.roomDoubtK : 0,
    stepU: value.value.stepU,
    readingsU: value.value.readingsU,
    heldByLimit: isRise && !fixedWatts && die?.heatLimited === true,
    byPower: isRise && fixedWatts && die?.powerSource === 'measured',
  };
}
