import { LIMIT_BAND_K } from '../settling/loadStretch';

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
