import { pooledSettingSpread, settingSpread, type SettingSpread } from '../uncertainty/settingSpread';
import { rigSpread, type SpreadSource } from '../uncertainty/rigSpread';
import { interval95 } from '../uncertainty/interval95';
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
  /** Standard uncertainty of the level from the meter's repeatability, dB. */
  levelUncertaintyDb: number;
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
}

/** Repeatability of a class 2 meter's reading where the passes do not tell, dB. */
const METER_REPEATABILITY_DB = 0.15;

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

function varianceOf({ pass, mount }: SettingSpread): number {
  return pass.varianceK2 + mount.varianceK2;
}

/** From the larger of the own and the pooled spread, as the ranking does. */
function spreadInterval(own: SettingSpread, pooled: SettingSpread): number {
  const freedom = Math.min(pooled.pass.freedom, pooled.mount.freedom);
  return interval95(Math.sqrt(Math.max(varianceOf(own), varianceOf(pooled))), freedom);
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
 * all that are compared, also those without runs, and which of them are controls. The order of points
 * and entries changes nothing but the order of what comes back.
 */
export function entryCurves(
  entries: readonly { entry: string; isControl: boolean }[],
  points: readonly MeasuredPoint[],
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
        const gain = Math.max(...setting.points.map((point) => point.level.errorGain));
        return {
          setting: setting.setting,
          levelDb: setting.levelDb,
          riseK: setting.riseK,
          resistanceKPerW: setting.resistanceKPerW,
          judged: judged[i]!,
          interval95K: spreadInterval(spread, pooledSpread),
          spread,
          pooledSpread,
          source: spread.source,
          levelUncertaintyDb: (METER_REPEATABILITY_DB * gain) / Math.sqrt(setting.points.length),
          shortfallK: Math.max(...setting.points.map((point) => Math.abs(point.shortfallK))),
          roomUncertaintyK: Math.max(...setting.points.map((point) => point.roomDoubtK)) / NORMAL_95,
          runs: setting.points.map((point) => point.run),
        };
      }),
      leftOut: leftOutSettings(of),
    };
  });
}
