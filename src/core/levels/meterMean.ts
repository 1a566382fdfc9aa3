import type { SpotReading } from '../responses/spotReading';
import { coolerLevel, type CoolerLevel } from './coolerLevel';
import { energyMeanDb } from './energyMeanDb';
import { correctedLevel, type LevelCorrection } from './levelCorrection';

/**
 * Level at the meter where it was read at several places, by energy: the run's own reading is one of them (FORMATS,
 * readings.csv). dB(A).
 *
 * meterMean(33, []) is 33; meterMean(30, [30, 30]) is 30.
 */
export function meterMean(noiseDb: number, atOtherPlaces: readonly number[]): number {
  return atOtherPlaces.length === 0 ? noiseDb : energyMeanDb([noiseDb, ...atOtherPlaces]);
}

/**
 * Level of the cooler alone for a run, with what was read of the noise at other places and what the meter was off by.
 *
 * @example levelOfRun({ noiseDb: 33, floorDb: 10, levelCorrection: null }, []).standing → 'clear'
 */
export function levelOfRun(
  {
    noiseDb,
    floorDb,
    levelCorrection,
  }: { noiseDb: number; floorDb: number; levelCorrection: LevelCorrection | null },
  readings: readonly SpotReading[],
): CoolerLevel {
  const others = readings.filter((reading) => reading.quantity === 'noise').map((reading) => reading.value);
  return correctedLevel(coolerLevel(meterMean(noiseDb, others), floorDb), levelCorrection);
}
