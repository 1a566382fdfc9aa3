import { coolerLevel, type CoolerLevel } from './coolerLevel';
import { energyMeanDb } from './energyMeanDb';

/**
 * What was read for a level: with everything running, and of the room alone, dB(A). The inverse of `coolerLevel`.
 *
 * @example levelRead({ levelDb: 31.0, overFloorDb: 7.7, standing: 'good' }).floorDb → 24.1
 */
export function levelRead({
  levelDb,
  overFloorDb,
  standing,
  noiseDb: kept,
}: Pick<CoolerLevel, 'levelDb' | 'overFloorDb' | 'standing' | 'noiseDb'>): {
  noiseDb: number;
  floorDb: number;
} {
  const alone = () =>
    standing === 'at-floor' ? levelDb + 3 : levelDb - 10 * Math.log10(1 - 10 ** (-overFloorDb / 10));
  const noiseDb = kept ?? alone();
  return { noiseDb, floorDb: noiseDb - overFloorDb };
}

/**
 * The level of a setting at one mount from its passes, decided by their means (FORMATS step 5): less than 3 dB over the mean of the room
 * it is an upper bound, whatever passes happen to read high; else all of them count, by the energies of reading less room, so that
 * those that happen to read low pull it down as far as the others pull it up.
 *
 * Example: Readings of 23.5 and 22.5 dB(A) in a room of 20: their mean is 3.03 dB over it, and the level that of the mean.
 */
export function cellLevel(levels: readonly CoolerLevel[]): CoolerLevel {
  if (levels.length === 1) return levels[0]!;
  const read = levels.map(levelRead);
  const made = coolerLevel(
    energyMeanDb(read.map(({ noiseDb }) => noiseDb)),
    energyMeanDb(read.map(({ floorDb }) => floorDb)),
  );
  const corrections = levels.map(({ correctionDoubtDb }) => correctionDoubtDb ?? 0);
  return { ...made, correctionDoubtDb: Math.max(...corrections) || undefined };
}
