import { partLeftOut } from '../levels/levelShare';
import { pooledSettingSpread, settingSpread, type SettingSpread } from '../uncertainty/settingSpread';
import { asShares, ofValues } from '../uncertainty/relativeSpread';
import { rigSpread, type SpreadSource } from '../uncertainty/rigSpread';
import { largerSpread } from '../uncertainty/largerSpread';
import { NORMAL_95 } from '../statistics/normal';
import { judgedSettings } from './settings/judgedSettings';
import { instrumentDoubt, type InstrumentDoubt } from '../rig/instrumentDoubt';
import { RISE_AGAINST_NOISE, type CurveRule, type KeptRule } from './curveRule';
import { isMissing } from '../missing';
import {
  own95,
  pooledReadings,
  readingsUOf,
  roomScatter,
  roomShare,
  spreadInterval,
} from './settings/settingDoubt';
import { isUsable, placeOn, type MeasuredPoint } from './settings/measuredPoint';
import { groupBy } from '../statistics/groupBy';
import { decidedByMeans, settingMeans } from './settings/settingMeans';

export interface CurvePoint {
  setting: string;
  /** Where it stands on the curve's axis. */
  at: number;
  levelDb: number;
  /** What is compared, in the unit of its response. */
  value: number;
  resistanceKPerW: number | null;
  /** False where it is worse than a quieter or slower one by more than their doubt: drawn, but not judged by. */
  judged: boolean;
  /** What the curve takes for it, where it cannot be told from its neighbours; its own where it is left out. */
  pooledValue?: number;
  pooledResistance?: number | null;
  /** Half-width of the 95 % interval of the value by its spread. */
  interval95: number;
  spread: SettingSpread;
  pooledSpread: SettingSpread;
  source: SpreadSource;
  /** Standard uncertainty of the level from the meter's repeatability and resolution, dB. */
  levelUncertaintyDb: number;
  /** Standard uncertainty of a correction of the meter in its level, dB; 0 where nothing was corrected. */
  correctionUDb: number;
  /** Variance of the value by the sensors' wandering alone: the least that can be in doubt. */
  sensorVariance: number;
  /** Standard uncertainty by the steps in which its sensors read: shared by all settings of an entry. */
  stepU: number;
  /** Standard uncertainty by the scatter of readings at its place. */
  readingsU: number;
  /** Standard uncertainty by the class of the power meter, shared by all of the rig; 0 where no watts restated it. */
  powerU: number;
  /** How much the level of the cooler moves with that of the room, times what the room scatters by, dB. */
  floorUDb: number;
  /** All of its runs stood at the rig's limit, at watts that nothing restates. */
  heldByLimit: boolean;
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
  /** Where its quietest setting alone was asked for: the one that did not count. */
  missedQuietest?: LeftOutSetting;
  /** Standard uncertainty that all levels of the rig share, dB: the meter's class. */
  sharedLevelDb: number;
  /** Standard uncertainty that all rises of the rig share, K: the sensors' classes. It counts in absolute claims alone. */
  sharedRiseK?: number;
}

/** What a curve takes for a setting: its own value, or that of the settings it cannot be told from. */
export const judgedValue = ({ value, pooledValue }: CurvePoint): number => pooledValue ?? value;

/** The same of its resistance. */
export const judgedResistance = ({ resistanceKPerW, pooledResistance }: CurvePoint): number | null =>
  pooledResistance === undefined ? resistanceKPerW : pooledResistance;

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
    const points = wholeSettings(decidedByMeans(byEntry.get(entry) ?? []));
    const settings = settingMeans(points, rule);
    return { entry, isControl, points, settings, pooled: rule.byShare ? settings.map(asShares) : settings };
  });
  const byName = [...sweeps].sort((a, b) => (a.entry < b.entry ? -1 : 1));
  const rig = rigSpread(byName.map(({ isControl, pooled }) => ({ isControl, settings: pooled })));
  const scaled = (spread: SettingSpread, value: number) => (rule.byShare ? ofValues(spread, value) : spread);
  const usable = sweeps.flatMap((sweep) => sweep.points);
  const scatterDb = roomScatter(usable);
  const readings = pooledReadings(usable, rule.byShare);
  const isLevel = rule.byEnergy;
  return sweeps.map(({ entry, points, settings, pooled }) => {
    const made = settings.map((setting, i) => {
      const assumed = () =>
        rule.byShare && setting.value > 0
          ? rule.assumed(setting.value) / setting.value
          : rule.assumed(setting.value);
      const spread = scaled(settingSpread(pooled[i]!, rig, assumed), setting.value);
      const pooledSpread = scaled(pooledSettingSpread(pooled[i]!, rig, assumed), setting.value);
      const larger = largerSpread(spread, pooledSpread);
      const gain = Math.max(...setting.points.map((point) => point.level.errorGain));
      const most = (of: (point: MeasuredPoint) => number) => Math.max(...setting.points.map(of));
      const doubts = {
        sensorVariance: instruments.riseK ** 2 / setting.mounts.length,
        stepU: Math.max(
          instruments.stepK,
          most((point) => point.stepU ?? 0),
        ),
        readingsU: readingsUOf(setting, readings, rule.byShare),
      };
      return {
        larger,
        setting: setting.setting,
        at: setting.at,
        levelDb: setting.levelDb,
        value: setting.value,
        resistanceKPerW: setting.resistanceKPerW,
        interval95: spreadInterval(larger, doubts),
        spread,
        pooledSpread,
        source: spread.source,
        levelUncertaintyDb:
          rule.against !== 'noise' ? 0 : (instruments.levelDb * gain) / Math.sqrt(setting.points.length),
        correctionUDb:
          rule.against === 'noise' ? most(({ level }) => level.correctionDoubtDb ?? 0) / NORMAL_95 : 0,
        ...doubts,
        powerU: setting.points.some(({ byPower }) => byPower)
          ? Math.abs(setting.value) * instruments.powerShare
          : 0,
        floorUDb: rule.against === 'noise' || isLevel ? roomShare(setting, scatterDb) : 0,
        heldByLimit: setting.points.every(({ heldByLimit }) => heldByLimit === true),
        shortfall: most((point) => Math.abs(point.shortfall)),
        roomUncertaintyK: most((point) => point.roomDoubtK) / NORMAL_95,
        runs: setting.points.map((point) => point.run),
      };
    });
    const judged = rule.isCost
      ? made.map(({ value, resistanceKPerW }) => ({ judged: true, value, resistanceKPerW }))
      : judgedSettings(
          made.map(({ value, resistanceKPerW, larger }, i) => ({
            ...{ value, resistanceKPerW, own95: own95(larger) },
            weight: settings[i]!.mounts.length,
          })),
          rule.better,
        );
    return {
      entry,
      rule: { against: rule.against, better: rule.better, law: rule.law },
      points: made.map(({ larger: _, ...point }, i): CurvePoint => {
        const { judged: isJudged, value, resistanceKPerW } = judged[i]!;
        const isPooled = isJudged && value !== point.value;
        return {
          ...point,
          judged: isJudged,
          ...(isPooled ? { pooledValue: value, pooledResistance: resistanceKPerW } : {}),
        };
      }),
      leftOut: leftOutSettings(points, rule),
      // Where the axis is no level, an error of the meter moves nothing along it.
      sharedLevelDb: rule.against === 'noise' ? instruments.sharedLevelDb : 0,
      sharedRiseK: instruments.sharedRiseK,
    };
  });
}
