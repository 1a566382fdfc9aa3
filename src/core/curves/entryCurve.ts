import { partLeftOut } from '../levels/levelShare';
import { pooledSettingSpread, settingSpread, type SettingSpread } from '../uncertainty/settingSpread';
import { asShares, ofValues } from '../uncertainty/relativeSpread';
import { rigSpread, type SpreadSource } from '../uncertainty/rigSpread';
import { halfWidth } from '../uncertainty/doubt';
import { largerSpread } from '../uncertainty/largerSpread';
import { instrumentDoubt, type InstrumentDoubt } from '../rig/instrumentDoubt';
import { RISE_AGAINST_NOISE, type CurveRule, type KeptRule } from './curveRule';
import { isMissing } from '../missing';
import { isUsable, placeOn, type MeasuredPoint } from './measuredPoint';
import { groupBy } from '../statistics/groupBy';
import { settingMeans, type SettingMean } from './settingMeans';

export interface CurvePoint {
  setting: string;
  /** Where it stands on the curve's axis. */
  at: number;
  levelDb: number;
  /** What is compared, in the unit of its response. */
  value: number;
  resistanceKPerW: number | null;
  /** False where a quieter or slower setting is as good: drawn, but not judged by. */
  judged: boolean;
  /** Half-width of the 95 % interval of the value by its spread. */
  interval95: number;
  spread: SettingSpread;
  pooledSpread: SettingSpread;
  source: SpreadSource;
  /** Standard uncertainty of the level from the meter's repeatability and resolution, dB. */
  levelUncertaintyDb: number;
  /** Standard uncertainty of a correction of the meter in its level, dB; 0 where nothing was corrected. */
  correctionUDb: number;
  /** Variance of the value by the sensors alone: the least that can be in doubt. */
  sensorVariance: number;
  shortfall: number;
  /** Standard uncertainty of a typed room reading, K. */
  roomUncertaintyK: number;
  runs: string[];
}

export interface LeftOutSetting {
  setting: string;
  why: 'at-floor' | 'unsettled';
  /** Where it would stand on the axis; a level at the floor is an upper bound. */
  at: number;
  runs: string[];
}

export interface EntryCurve {
  entry: string;
  rule: KeptRule;
  /** Usable settings along the axis. */
  points: CurvePoint[];
  /** Settings without any usable run, along the axis. */
  leftOut: LeftOutSetting[];
  /** Standard uncertainty that all levels of the rig share, dB: the meter's class. */
  sharedLevelDb: number;
}

/** Half-width of a normal's 95 % interval, in standard deviations. */
const NORMAL_95 = 1.96;

/** A setting louder (or faster) and no better than another is drawn and not judged by (FORMATS step 14). */
function markJudged(settings: readonly SettingMean[], { better, byEnergy }: CurveRule): boolean[] {
  if (byEnergy) return settings.map(() => true);
  const sign = better === 'lower' ? 1 : -1;
  let best = Infinity;
  return settings.map((setting) => {
    const isBetter = sign * setting.value < best;
    best = Math.min(best, sign * setting.value);
    return isBetter;
  });
}

/**
 * What sensors leave in doubt beyond what remounting shows: their wandering is part of that (GUM 4.3.10).
 *
 * @example beyondMounts(0.09, 0.04) → 0.05
 */
export function beyondMounts(sensorsK2: number, mountK2: number): number {
  return Math.max(0, sensorsK2 - mountK2);
}

function spreadInterval(own: SettingSpread, pooled: SettingSpread, sensorsK2: number): number {
  const { pass, mount } = largerSpread(own, pooled);
  return halfWidth([
    { from: 'passes', ...pass },
    { from: 'mounts', ...mount },
    { from: 'sensors', variance: beyondMounts(sensorsK2, mount.variance), freedom: Infinity },
  ]);
}

function leftOutSettings(points: readonly MeasuredPoint[], { against }: CurveRule): LeftOutSetting[] {
  const bySetting = [...groupBy(points, (point) => point.setting)];
  return (
    bySetting
      .filter(([, points]) => !points.some((point) => isUsable(point, against)))
      // Without a speed it stands nowhere on such an axis.
      .filter(([, points]) => points.some((point) => !isMissing(placeOn(point, against))))
      .map(([setting, points]) => ({
        setting,
        why: points.some((point) => !point.settled) ? ('unsettled' as const) : ('at-floor' as const),
        at: Math.max(...points.map((point) => placeOn(point, against)).filter((at) => !isMissing(at))),
        runs: points.map((point) => point.run).sort(),
      }))
      .sort((a, b) => a.at - b.at || (a.setting < b.setting ? -1 : 1))
  );
}

/** A setting with a part stopped tells that part's share of the level, and is none of the curve's. */
function wholeSettings(points: readonly MeasuredPoint[]): readonly MeasuredPoint[] {
  const measured = new Set(points.map((point) => point.setting));
  return points.filter(({ setting }) => {
    const left = partLeftOut(setting);
    return !left || !measured.has(left.setting);
  });
}

/**
 * The curves of a round-up at one load, noise to rise, with the spread of each setting. `entries` lists
 * all that are compared, also those without runs, and which of them are controls; `instruments` what the rig's
 * instruments leave in doubt; `rule` says what is compared and against what. The order of points and entries changes
 * nothing but the order of what comes back.
 *
 * Example: An entry with passes at 30, 33 and 36 dB(A) has one curve with three settings; one without runs has an
 * empty curve.
 */
export function entryCurves(
  entries: readonly { entry: string; isControl: boolean }[],
  points: readonly MeasuredPoint[],
  instruments: InstrumentDoubt = instrumentDoubt(null),
  rule: CurveRule = RISE_AGAINST_NOISE,
): EntryCurve[] {
  const byEntry = groupBy(points, (point) => point.entry);
  const sweeps = entries.map(({ entry, isControl }) => {
    const points = wholeSettings(byEntry.get(entry) ?? []);
    const settings = settingMeans(points, rule);
    return { entry, isControl, points, settings, pooled: rule.byShare ? settings.map(asShares) : settings };
  });
  const byName = [...sweeps].sort((a, b) => (a.entry < b.entry ? -1 : 1));
  const rig = rigSpread(byName.map(({ isControl, pooled }) => ({ isControl, settings: pooled })));
  const scaled = (spread: SettingSpread, value: number) => (rule.byShare ? ofValues(spread, value) : spread);
  return sweeps.map(({ entry, points, settings, pooled }) => {
    const judged = markJudged(settings, rule);
    return {
      entry,
      rule: { against: rule.against, better: rule.better, fanLaw: rule.fanLaw },
      points: settings.map((setting, i) => {
        const assumed = () =>
          rule.byShare && setting.value > 0
            ? rule.assumed(setting.value) / setting.value
            : rule.assumed(setting.value);
        const spread = scaled(settingSpread(pooled[i]!, rig, assumed), setting.value);
        const pooledSpread = scaled(pooledSettingSpread(pooled[i]!, rig, assumed), setting.value);
        const sensorsK2 = instruments.riseK ** 2 / setting.mounts.length;
        const gain = Math.max(...setting.points.map((point) => point.level.errorGain));
        return {
          setting: setting.setting,
          at: setting.at,
          levelDb: setting.levelDb,
          value: setting.value,
          resistanceKPerW: setting.resistanceKPerW,
          judged: judged[i]!,
          interval95: spreadInterval(spread, pooledSpread, sensorsK2),
          spread,
          pooledSpread,
          source: spread.source,
          levelUncertaintyDb:
            rule.against !== 'noise' ? 0 : (instruments.levelDb * gain) / Math.sqrt(setting.points.length),
          correctionUDb:
            rule.against === 'noise'
              ? Math.max(...setting.points.map(({ level }) => level.correctionDoubtDb ?? 0)) / NORMAL_95
              : 0,
          sensorVariance: sensorsK2,
          shortfall: Math.max(...setting.points.map((point) => Math.abs(point.shortfall))),
          roomUncertaintyK: Math.max(...setting.points.map((point) => point.roomDoubtK)) / NORMAL_95,
          runs: setting.points.map((point) => point.run),
        };
      }),
      leftOut: leftOutSettings(points, rule),
      // Where the axis is no level, an error of the meter moves nothing along it.
      sharedLevelDb: rule.against === 'noise' ? instruments.sharedLevelDb : 0,
    };
  });
}
