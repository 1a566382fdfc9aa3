import { energyMeanDb } from '../levels/energyMeanDb';
import { median } from '../statistics/median';
import { robustSigma } from '../statistics/robustSigma';

export interface MeterReading {
  /** Energy mean without the bursts, dB(A). */
  levelDb: number;
  /** Energy mean of all that was read, dB(A). */
  rawDb: number;
  /** Which readings were left out. */
  leftOut: boolean[];
  /** False where so much was left out that it should be read again. */
  usable: boolean;
}

/** A burst stands out by this at least, dB, and by so many robust standard deviations. */
const BURST_DB = 3;
const SIGMAS = 4;
const MOST_LEFT_OUT = 1 / 3;

/**
 * A reading of the meter from its short levels, dB(A): what lies over the median by more than 3 dB and four robust
 * standard deviations (a door, a car) is left out together with its neighbours, the rest averaged by energy. A reading
 * that loses more than a third is not usable.
 *
 * Example: Ten levels of 33.0 dB and one of 60 dB: 33.0 dB, with one left out.
 *
 * @throws for fewer than five levels
 */
export function meterReading(levelsDb: readonly number[]): MeterReading {
  if (levelsDb.length < 5) throw new RangeError(`meterReading: five levels at least, got ${levelsDb.length}`);
  const middle = median(levelsDb);
  const limit = Math.max(BURST_DB, SIGMAS * robustSigma(levelsDb.map((value) => value - middle)));
  const burst = levelsDb.map((value) => value - middle > limit);
  const leftOut = burst.map((flag, i) => flag || (burst[i - 1] ?? false) || (burst[i + 1] ?? false));
  const kept = levelsDb.filter((_, i) => !leftOut[i]);
  const usable = kept.length >= levelsDb.length * (1 - MOST_LEFT_OUT);
  const rawDb = energyMeanDb(levelsDb);
  return { levelDb: kept.length > 0 ? energyMeanDb(kept) : rawDb, rawDb, leftOut, usable };
}
