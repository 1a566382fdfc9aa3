import { groupBy } from '../../statistics/groupBy';
import type { Sweep } from '../../uncertainty/sweep';
import type { CurveRule } from '../curveRule';
import { placeOn, type MeasuredPoint } from './measuredPoint';
import { roomInMounts, roomOf } from './settingDoubt';
import type { SettingMean } from './settingMeans';

/** An entry with all points of it, and the settings that count. */
export interface MeasuredEntry {
  entry: string;
  points: readonly MeasuredPoint[];
  settings: SettingMean[];
}

/** An entry’s settings as its mounts are compared by them (DOUBT b, c); by which the curve is judged is told after. */
export function sweepOf({ entry, settings }: MeasuredEntry, { against }: CurveRule): Sweep {
  return {
    entry,
    settings: settings.map(({ at, value, points }) => ({
      ...{ at, value, block: null },
      cells: [...groupBy(points, ({ mount }) => mount)]
        .sort(([a], [b]) => a - b)
        .map(([mount, ofMount]) => ({
          mount,
          at: ofMount.map((point) => placeOn(point, against)),
          value: ofMount.map(({ value }) => value),
        })),
    })),
    floorDb: roomOf(settings.flatMap(({ points }) => points)),
    roomInMounts: roomInMounts(settings),
  };
}
