import type { SpotReading } from '../responses/spotReading';
import { coolerLevel, type CoolerLevel } from './coolerLevel';
import { energyMeanDb } from './energyMeanDb';

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
 * Level of the cooler alone for a run, with what was read of the noise at other places.
 *
 * @example levelOfRun({ noiseDb: 33, floorDb: 10 }, []).standing → 'clear'
 */
export function levelOfRun(
  { noiseDb, floorDb }: { noiseDb: number; floorDb: number },
  readings: readonly SpotReading[],
): CoolerLevel {
  const others = readings.filter((reading) => reading.quantity === 'noise').map((reading) => reading.value);
  return coolerLevel(meterMean(noiseDb, others), floorDb);
}
