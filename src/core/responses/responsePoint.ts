import type { MeasuredPoint } from '../curves/measuredPoint';
import type { CoolerLevel } from '../levels/coolerLevel';
import type { Response } from './responses';
import { valueOfRun, windowMean, type MeasuredRun } from './valueOfRun';

/** Where a run belongs. */
export interface RunPlace {
  run: string;
  entry: string;
  mount: number;
  pass: number;
  setting: string;
  level: CoolerLevel;
  dutyPct: number | null;
  /** Half-width of the 95 % interval of a typed room reading, K; 0 where a probe logged it. */
  roomDoubtK: number;
}

/** The point of a run on the curves of a response; null where the run has no value of it. */
export function responsePoint(
  where: RunPlace,
  measured: MeasuredRun,
  response: Response,
  place: string | null,
): MeasuredPoint | null {
  const value = valueOfRun(measured, response, place);
  if (!value.known) return null;
  const { die } = measured;
  const isRise = response.source.from === 'die';
  return {
    ...where,
    rpm: windowMean(measured, 'fan_rpm') ?? measured.rpm,
    settled: value.value.settled,
    value: value.value.value,
    resistanceKPerW: isRise && die?.resistanceKPerW.known ? die.resistanceKPerW.value : null,
    shortfall: value.value.shortfall,
    roomDoubtK: response.unit === 'K' ? where.roomDoubtK : 0,
  };
}
