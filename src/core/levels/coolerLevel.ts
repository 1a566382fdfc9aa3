/** How far a reading stood over the room: what the floor correction is worth (ISO 3744/3746). */
export type FloorStanding = 'clear' | 'good' | 'valid' | 'at-floor';

export interface CoolerLevel {
  /** Level of the cooler alone, dB(A); an upper bound where `standing` is `at-floor`. */
  levelDb: number;
  standing: FloorStanding;
  overFloorDb: number;
  /** How a small error of the reading grows in the corrected level: 2 at 3 dB over the floor, 1 far above. */
  errorGain: number;
  /** Half-width of the 95 % interval of a correction of the meter that is in the level, dB; none where it is not corrected. */
  correctionDoubtDb?: number | undefined;
  /** It was read under the range of the meter: no more than a bound. */
  underRange?: true;
  /** What was read, dB(A), where the others of its mount decide how it stands. */
  noiseDb?: number;
}

const LEAST_DB = 3;
const GOOD_DB = 6;
const CLEAR_DB = 15;
/** Readings carry one decimal: 27.2 − 24.2 must count as 3 in binary too. */
const ROUNDING_DB = 1e-9;

/**
 * The cooler's own level from a reading with everything running and one with the room alone:
 * Ls = 10·lg(10^(noise/10) − 10^(floor/10)) (FORMATS step 5; ISO 3744 and 3746 background correction).
 * Less than 3 dB over the floor the greatest allowed correction, 3 dB, gives an upper bound.
 *
 * coolerLevel(31.8, 24.1) has levelDb 31.0 and is good.
 * @throws where a level is not a finite number
 */
export function coolerLevel(noiseDb: number, floorDb: number): CoolerLevel {
  if (!Number.isFinite(noiseDb) || !Number.isFinite(floorDb)) {
    throw new RangeError(`coolerLevel: levels must be finite, got ${noiseDb} and ${floorDb}`);
  }
  const overFloorDb = noiseDb - floorDb;
  if (overFloorDb < LEAST_DB - ROUNDING_DB) {
    return { levelDb: noiseDb - LEAST_DB, standing: 'at-floor', overFloorDb, errorGain: 2 };
  }
  const share = 1 - 10 ** (-overFloorDb / 10);
  const standing = overFloorDb >= CLEAR_DB ? 'clear' : overFloorDb >= GOOD_DB ? 'good' : 'valid';
  return { levelDb: noiseDb + 10 * Math.log10(share), standing, overFloorDb, errorGain: 1 / share };
}
