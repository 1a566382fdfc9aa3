import { LIMIT_BAND_K } from '@/core/settling/loadStretch';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';

/**
 * Half-width of the 95 % interval of a capacity, W: of R by what is in doubt of the rise there, what sensors and meter of the rig share
 * included, since it is an absolute claim (DOUBT j).
 *
 * @example capacity95(331, { value: 40, interval95: 1 }, 0) → 8.275
 *
 * @param sharedU standard uncertainty that all of the rig share of the rise, K
 */
export function capacity95(
  capacity: number,
  { value, interval95 }: { value: number; interval95: number },
  sharedU: number,
): number {
  return (capacity * Math.hypot(interval95, NORMAL_95 * sharedU)) / value;
}

/**
 * The heat that an entry holds without reaching the limit, W: (limit − 0.8 K − room) / R, as the limit is counted in FORMATS
 * steps 4 and 8.
 *
 * @example capacityW(0.2, { limitC: 90, referenceAmbientC: 23 }) → 331
 *
 * @throws where the resistance is not positive, or the room not under the limit
 */
export function capacityW(
  resistanceKPerW: number,
  room: { limitC: number; referenceAmbientC: number },
): number {
  const spanK = room.limitC - LIMIT_BAND_K - room.referenceAmbientC;
  if (!(resistanceKPerW > 0))
    throw new RangeError(`capacityW: resistanceKPerW must be positive, got ${resistanceKPerW}`);
  if (!(spanK > 0))
    throw new RangeError(`capacityW: the room must be under the limit, got ${spanK} K between`);
  return spanK / resistanceKPerW;
}
