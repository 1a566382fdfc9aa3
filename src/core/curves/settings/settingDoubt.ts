import { levelRead } from '../../levels/cellLevel';
import { mean } from '../../statistics/mean';
import { halfWidth, sureTerm } from '../../uncertainty/doubt';
import type { Spread } from '../../uncertainty/largerSpread';
import { sampleVariance } from '../../uncertainty/rigSpread';
import type { MeasuredPoint } from './measuredPoint';
import type { SettingMean } from './settingMeans';

/**
 * What sensors leave in doubt beyond what remounting shows: their wandering is part of that (GUM 4.3.10).
 *
 * @example beyondMounts(0.09, 0.04) → 0.05
 */
export function beyondMounts(sensorsK2: number, mountK2: number): number {
  return Math.max(0, sensorsK2 - mountK2);
}

/** Half-width of the 95 % interval of a setting by its spread, its sensors and its readings. */
export function spreadInterval(
  { pass, mount }: Spread,
  point: { sensorVariance: number; stepU: number; readingsU: number },
): number {
  return halfWidth([
    { from: 'passes', ...pass },
    { from: 'mounts', ...mount },
    sureTerm('sensors', Math.sqrt(beyondMounts(point.sensorVariance, mount.variance))),
    sureTerm('step', point.stepU),
    sureTerm('readings', point.readingsU),
  ]);
}

/** A room whose noise was read fewer than three times scatters by so much, dB (DOUBT g). */
const ASSUMED_ROOM_DB = 0.5;

/** What the room's noise scatters by, dB: the standard deviation of its distinct readings, where there are three. */
export function roomScatter(points: readonly MeasuredPoint[]): number {
  const floors = [...new Set(points.map(({ level }) => levelRead(level).floorDb.toFixed(2)))]
    .map(Number)
    .sort((a, b) => a - b);
  return floors.length < 3 ? ASSUMED_ROOM_DB : Math.sqrt(sampleVariance(floors));
}

/**
 * How much a setting's level is in doubt by the room, dB: 10^((floor − level)/10) times the room's scatter. Nothing where each of two or
 * more mounts has a reading of the room of its own: then it is in what mounts scatter by.
 */
export function roomShare({ mounts, points, levelDb }: SettingMean, scatterDb: number): number {
  const floorOf = (point: MeasuredPoint) => levelRead(point.level).floorDb;
  const ofMounts = mounts.map(({ mount }) =>
    mean(points.filter((point) => point.mount === mount).map(floorOf)).toFixed(2),
  );
  if (mounts.length > 1 && new Set(ofMounts).size === mounts.length) return 0;
  return Math.min(1, 10 ** ((mean(points.map(floorOf)) - levelDb) / 10)) * scatterDb;
}

/** What readings of a place scatter by, as variances of means or of shares of them: over all runs together. */
export function pooledReadings(points: readonly MeasuredPoint[], byShare: boolean): number {
  const read = points.filter(({ readingsU, value }) => (readingsU ?? 0) > 0 && (!byShare || value > 0));
  return read.length === 0
    ? 0
    : mean(read.map(({ readingsU, value }) => (readingsU! / (byShare ? value : 1)) ** 2));
}

/** Standard uncertainty of a setting by its readings: what all scatter by together, or its own where that is more. */
export function readingsUOf({ value, points }: SettingMean, pooled: number, byShare: boolean): number {
  const own = Math.sqrt(mean(points.map(({ readingsU }) => (readingsU ?? 0) ** 2)));
  if (own === 0) return 0;
  const all = Math.sqrt(pooled) * (byShare ? Math.abs(value) : 1);
  return Math.max(own, all) / Math.sqrt(points.length);
}

/** What a setting does not share with its neighbours, as an interval: its passes, or all of its doubt where nobody repeated any. */
export function own95({ pass, mount }: Spread): number {
  return halfWidth(pass.variance > 0 ? [{ from: 'passes', ...pass }] : [{ from: 'mounts', ...mount }]);
}
