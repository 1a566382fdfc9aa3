import { levelRead } from '../../levels/cellLevel';
import { mean } from '../../statistics/mean';
import { groupBy } from '../../statistics/groupBy';
import { sampleVariance } from '../../statistics/sampleVariance';
import type { MeasuredPoint } from './measuredPoint';
import type { SettingMean } from './settingMeans';

/** A room whose noise was read fewer than three times scatters by so much, dB (DOUBT g). */
const ASSUMED_ROOM_DB = 0.5;

/** What the room's noise scatters by, dB: the standard deviation of its distinct readings, where there are three. */
export function roomScatter(points: readonly MeasuredPoint[]): number {
  const floors = [...new Set(points.map(({ level }) => levelRead(level).floorDb.toFixed(2)))]
    .map(Number)
    .sort((a, b) => a - b);
  return floors.length < 3 ? ASSUMED_ROOM_DB : Math.sqrt(sampleVariance(floors));
}

const floorOf = (point: MeasuredPoint) => levelRead(point.level).floorDb;

/** Mean level of the room in the runs of an entry, dB(A); nothing but silence where it has none. */
export function roomOf(points: readonly MeasuredPoint[]): number {
  return points.length === 0 ? 0 : mean(points.map(floorOf));
}

/** Each mount of an entry, two or more, has a reading of the room of its own: then what the room does is in what its mounts scatter by (DOUBT g). */
export function roomInMounts(settings: readonly SettingMean[]): boolean {
  const ofMounts = groupBy(
    settings.flatMap(({ points }) => points),
    ({ mount }) => mount,
  );
  const floors = [...ofMounts.values()].map((points) => mean(points.map(floorOf)).toFixed(2));
  return floors.length > 1 && new Set(floors).size === floors.length;
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
