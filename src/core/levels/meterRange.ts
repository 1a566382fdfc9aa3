import { levelRead } from './cellLevel';
import type { CoolerLevel } from './coolerLevel';

/**
 * A level by a meter that reads from so many dB(A) up: what it reads under that is no more than a bound, as one is that the room hides
 * (FORMATS step 5).
 *
 * @param lowestDb null where the range of the meter is not noted
 * @example withinRange({ levelDb: 20, standing: 'clear', overFloorDb: 15, errorGain: 1 }, null).standing → 'clear'
 */
export function withinRange(level: CoolerLevel, lowestDb: number | null): CoolerLevel {
  return lowestDb === null || levelRead(level).noiseDb >= lowestDb
    ? level
    : { ...level, standing: 'at-floor', underRange: true };
}
