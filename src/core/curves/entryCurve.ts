import { pooledSettingSpread, settingSpread, type SettingSpread } from '../uncertainty/settingSpread';
import { rigSpread, type SpreadSource } from '../uncertainty/rigSpread';
import { halfWidth } from '../uncertainty/doubt';
import { largerSpread } from '../uncertainty/largerSpread';
import { instrumentDoubt, type InstrumentDoubt } from '../rig/instrumentDoubt';
import { isUsable, type MeasuredPoint } from './measuredPoint';
import { groupBy } from '../statistics/groupBy';
import { settingMeans, type SettingMean } from './settingMeans';

export interface CurvePoint {
  setting: string;
  levelDb: number;
  riseK: number;
  resistanceKPerW: number | null;
  /** False where a quieter setting is as cool: drawn, but not judged by. */
  judged: boolean;
  /** Half-width of the 95 % interval of the rise by its spread, K. */
  interval95K: number;
  spread: SettingSpread;
  pooledSpread: SettingSpread;
  source: SpreadSource;
  /** Standard uncertainty of the level from the meter's repeatability and resolution, dB. */
  levelUncertaintyDb: number;
  /** Variance of the rise by the sensors alone, K²: the least that can be in doubt. */
  sensorsK2: number;
  shortfallK: number;
  /** Standard uncertainty of a typed room reading, K. */
  roomUncertaintyK: number;
  runs: string[];
}

export interface LeftOutSetting {
  setting: string;
  why: 'at-floor' | 'unsettled';
  /** The level, or its upper bound at the floor, dB(A). */
  levelDb: number;
  runs: string[];
}

export interface EntryCurve {
  entry: string;
  /** Usable settings by rising level. */
  points: CurvePoint[];
  /** Settings without any usable run, by rising level. */
  leftOut: LeftOutSetting[];
  /** Standard uncertainty that all levels of the rig share, dB: the meter's class. */
  sharedLevelDb: number;
}

/** Half-width of a normal's 95 % interval, in standard deviations. */
const NORMAL_95 = 1.96;

/** A setting louder and no cooler than another does not count for the best rise at or below a level. */
function markJudged(settings: readonly SettingMean[]): boolean[] {
  let best = Infinity;
  return settings.map((setting) => {
    const cooler = setting.riseK < best;
    best = Math.min(best, setting.riseK);
    return cooler;
  });
}

/** What sensors leave in doubt beyond what remounting shows: their wandering is part of that (GUM 4.3.10). */
export function beyondMounts(sensorsK2: number, mountK2: number): number {
  return Math.max(0, sensorsK2 - mountK2);
}

function spreadInterval(own: SettingSpread, pooled: SettingSpread, sensorsK2: number): number {
  const { pass, mount } = largerSpread(own, pooled);
  return halfWidth([
    { from: 'passes', ...pass },
    { from: 'mounts', ...mount },
    { from: 'sensors', varianceK2: beyondMounts(sensorsK2, mount.varianceK2), freedom: Infinity },
  ]);
}

function leftOutSettings(points: readonly MeasuredPoint[]): LeftOutSetting[] {
  const bySetting = [...groupBy(points, (point) => point.setting)];
  return bySetting
    .filter(([, of]) => !of.some(isUsable))
    .map(([setting, of]) => ({
      setting,
      why: of.some((point) => !point.settled) ? ('unsettled' as const) : ('at-floor' as const),
      levelDb: Math.max(...of.map((point) => point.level.levelDb)),
      runs: of.map((point) => point.run).sort(),
    }))
    .sort((a, b) => a.levelDb - b.levelDb || (a.setting < b.setting ? -1 : 1));
}

/**
 * The curves of a round-up at one load, noise to rise, with the spread of each setting. `entries` lists
 * all that are compared, also those without runs, and which of them are controls; `instruments` what the rig's
 * instruments leave in doubt. The order of points and entries changes nothing but the order of what comes back.
 */
export function entryCurves(
  entries: readonly { entry: string; isControl: boolean }[],
  points: readonly MeasuredPoint[],
  instruments: InstrumentDoubt = instrumentDoubt(null),
): EntryCurve[] {
  const byEntry = groupBy(points, (point) => point.entry);
  const sweeps = entries.map(({ entry, isControl }) => {
    const of = byEntry.get(entry) ?? [];
    return { entry, isControl, of, settings: settingMeans(of) };
  });
  const rig = rigSpread([...sweeps].sort((a, b) => (a.entry < b.entry ? -1 : 1)));
  return sweeps.map(({ entry, of, settings }) => {
    const judged = markJudged(settings);
    return {
      entry,
      points: settings.map((setting, i) => {
        const spread = settingSpread(setting, rig);
        const pooledSpread = pooledSettingSpread(setting, rig);
        const sensorsK2 = instruments.riseK ** 2 / setting.mounts.length;
        const gain = Math.max(...setting.points.map((point) => point.level.errorGain));
        return {
          setting: setting.setting,
          levelDb: setting.levelDb,
          riseK: setting.riseK,
          resistanceKPerW: setting.resistanceKPerW,
          judged: judged[i]!,
          interval95K: spreadInterval(spread, pooledSpread, sensorsK2),
          spread,
          pooledSpread,
          source: spread.source,
          levelUncertaintyDb: (instruments.levelDb * gain) / Math.sqrt(setting.points.length),
          sensorsK2,
          shortfallK: Math.max(...setting.points.map((point) => Math.abs(point.shortfallK))),
          roomUncertaintyK: Math.max(...setting.points.map((point) => point.roomDoubtK)) / NORMAL_95,
          runs: setting.points.map((point) => point.run),
        };
      }),
      leftOut: leftOutSettings(of),
      sharedLevelDb: instruments.sharedLevelDb,
    };
  });
}
