import type { Variance } from '../statistics/variance';
import { partLeftOut } from '../levels/levelShare';
import { halfWidth, sureTerm } from '../uncertainty/doubt';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { judgedSettings, type Judged } from './settings/judgedSettings';
import { instrumentDoubt, type InstrumentDoubt } from '../rig/instrumentDoubt';
import { RISE_AGAINST_NOISE, type Against, type CurveRule, type KeptRule } from './curveRule';
import type { Field } from './field';
import { isMissing } from '../missing';
import { pooledReadings, readingsUOf, roomScatter } from './settings/settingDoubt';
import { settingSpreads, type JudgedBySpread, type SettingSpread } from './settings/settingSpreads';
import { isUsable, placeOn, type MeasuredPoint } from './settings/measuredPoint';
import { groupBy } from '../statistics/groupBy';
import { sweepOf, type MeasuredEntry } from './settings/sweepOf';
import { decidedByMeans, settingMeans, type SettingMean } from './settings/settingMeans';

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
  /** Half-width of the 95 % interval of the setting itself: its bar. */
  interval95: number;
  /** What is in doubt of it by its mounts and passes. */
  spread: SettingSpread;
  /** Standard uncertainty of a correction of the meter in its level, dB; 0 where nothing was corrected. */
  correctionUDb: number;
  /** Standard uncertainty by the steps in which its sensors read: shared by all settings of an entry. */
  stepU: number;
  /** Standard uncertainty by the scatter of readings at its place. */
  readingsU: number;
  /** Standard uncertainty by the class of the power meter, shared by all of the rig; 0 where no watts restated it. */
  powerU: number;
  /** All of its runs stood at the rig's limit, at watts that nothing restates. */
  heldByLimit: boolean;
  shortfall: number;
  /** Standard uncertainty of a typed room reading, K. */
  roomUncertaintyK: number;
  runs: string[];
}

export interface LeftOutSetting {
  setting: string;
  why: 'at-floor' | 'under-range' | 'unsettled';
  /** Where it would stand on the axis; a level at the floor is an upper bound. */
  at: number;
  runs: string[];
  /** Driven harder than this setting, which is louder: its level cannot be right, and it is no quieter setting of the entry. */
  quieterThan?: string;
}

export interface EntryCurve {
  entry: string;
  rule: KeptRule;
  /** All that were measured for the same comparison, which its doubt stands on. */
  field: Field;
  /** Usable settings along the axis. */
  points: CurvePoint[];
  /** Settings without any usable run, along the axis. */
  leftOut: LeftOutSetting[];
  /** What none of its runs has, though it has runs: a word for it. */
  lacks?: string;
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

/** Not settled; read under the meter’s range; or not told from the room. */
function whyLeftOut(points: readonly MeasuredPoint[]): LeftOutSetting['why'] {
  if (points.some(({ settled }) => !settled)) return 'unsettled';
  return points.some(({ level }) => level.underRange) ? 'under-range' : 'at-floor';
}

/** Readings of one level differ by less, dB. */
const READ_DB = 3;

/** What tells where a run stands on an axis. */
const PLACE_WORDS: Record<Against, string> = {
  noise: 'level',
  rpm: 'fan speed',
  duty: 'duty',
  sone: 'calibrated recording',
};

/** The setting that counts, is driven less than these points and is louder than they can be; nothing where there is none. */
function contradictedBy(
  points: readonly MeasuredPoint[],
  counting: readonly MeasuredPoint[],
): Pick<LeftOutSetting, 'quieterThan'> {
  const least = Math.min(...points.map(({ dutyPct }) => dutyPct ?? -Infinity));
  const most = Math.max(...points.map(({ level }) => level.levelDb));
  const found = counting.find(
    ({ dutyPct, level }) => (dutyPct ?? Infinity) < least && level.levelDb > most + READ_DB,
  );
  return found ? { quieterThan: found.setting } : {};
}

function leftOutSettings(points: readonly MeasuredPoint[], { against }: CurveRule): LeftOutSetting[] {
  const bySetting = [...groupBy(points, (point) => point.setting)];
  const counting = points.filter((point) => isUsable(point, against));
  return (
    bySetting
      .filter(([, points]) => !points.some((point) => isUsable(point, against)))
      // Without a speed it stands nowhere on such an axis.
      .filter(([, points]) => points.some((point) => !isMissing(placeOn(point, against))))
      .map(([setting, points]) => ({
        setting,
        why: whyLeftOut(points),
        at: Math.max(...points.map((point) => placeOn(point, against)).filter((at) => !isMissing(at))),
        runs: points.map((point) => point.run).sort(),
        ...contradictedBy(points, counting),
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

/** Which of an entry’s settings it is judged by; a cost of speed by all. */
function judgedOf(
  { settings }: MeasuredEntry,
  spreads: readonly JudgedBySpread[],
  rule: CurveRule,
): Judged[] {
  return rule.isCost
    ? settings.map(({ value, resistanceKPerW }, i) => ({ judged: true, value, resistanceKPerW, block: i }))
    : judgedSettings(
        settings.map(({ value, resistanceKPerW, mounts }, i) => ({
          ...{ value, resistanceKPerW, own95: spreads[i]!.own95, weight: mounts.length },
        })),
        rule.better,
      );
}

/** A setting as a point of the curve, with what is in doubt of it wherever the line stands. */
function curvePoint(
  setting: SettingMean,
  spread: SettingSpread,
  { judged, value, resistanceKPerW }: Judged,
  { rule, instruments, readings }: { rule: CurveRule; instruments: InstrumentDoubt; readings: number },
): CurvePoint {
  const most = (of: (point: MeasuredPoint) => number) => Math.max(...setting.points.map(of));
  const stepU = Math.max(
    instruments.stepK,
    most((point) => point.stepU ?? 0),
  );
  const readingsU = readingsUOf(setting, readings, rule.byShare);
  const isPooled = judged && value !== setting.value;
  return {
    setting: setting.setting,
    at: setting.at,
    levelDb: setting.levelDb,
    value: setting.value,
    resistanceKPerW: setting.resistanceKPerW,
    judged,
    ...(isPooled ? { pooledValue: value, pooledResistance: resistanceKPerW } : {}),
    interval95: halfWidth([
      { from: 'mounts', variance: spread.passes + spread.mounts, freedom: spread.freedom },
      sureTerm('step', stepU),
      sureTerm('readings', readingsU),
    ]),
    spread,
    correctionUDb:
      rule.against === 'noise' ? most(({ level }) => level.correctionDoubtDb ?? 0) / NORMAL_95 : 0,
    stepU,
    readingsU,
    powerU: setting.points.some(({ byPower }) => byPower)
      ? Math.abs(setting.value) * instruments.powerShare
      : 0,
    heldByLimit: setting.points.every(({ heldByLimit }) => heldByLimit === true),
    shortfall: most((point) => Math.abs(point.shortfall)),
    roomUncertaintyK: most((point) => point.roomDoubtK) / NORMAL_95,
    runs: setting.points.map((point) => point.run),
  };
}

/**
 * The curves of a round-up at one load, noise to rise, with the field that their doubt stands on. `entries` lists all that are compared,
 * also those without runs; `instruments` what the rig's instruments leave in doubt; `rule` says what is compared and against what;
 * `history` what earlier remounts on the rig scattered by. The order of points and entries changes nothing but the order of what comes back.
 *
 * Example: An entry with passes at 30, 33 and 36 dB(A) has one curve with three settings; one without runs has an
 * empty curve.
 */
export function entryCurves(
  entries: readonly { entry: string }[],
  points: readonly MeasuredPoint[],
  instruments: InstrumentDoubt = instrumentDoubt(null),
  rule: CurveRule = RISE_AGAINST_NOISE,
  history: Variance | null = null,
): EntryCurve[] {
  const byEntry = groupBy(points, (point) => point.entry);
  const entered = entries.map(({ entry }): MeasuredEntry => {
    const whole = wholeSettings(decidedByMeans(byEntry.get(entry) ?? []));
    return { entry, points: whole, settings: settingMeans(whole, rule) };
  });
  const usable = entered.flatMap((one) => one.points);
  const { against, byShare, assumed, law } = rule;
  const given = { against, byShare, assumed, law, history, roomDb: roomScatter(usable) };
  const bare = entered.map((one) => sweepOf(one, rule));
  // By name: sums of the same figures in another order differ in their last digit.
  const named = [...bare.keys()].sort((a, b) => (entries[a]!.entry < entries[b]!.entry ? -1 : 1));
  const byName = settingSpreads({ ...given, sweeps: named.map((i) => bare[i]!) });
  const spreads = bare.map((_, i) => byName[named.indexOf(i)]!);
  const judged = entered.map((one, i) => judgedOf(one, spreads[i]!, rule));
  const field: Field = {
    ...given,
    sweeps: named.map((i) => ({
      ...bare[i]!,
      settings: bare[i]!.settings.map((setting, j) => ({ ...setting, block: judged[i]![j]!.block })),
    })),
  };
  const readings = pooledReadings(usable, rule.byShare);
  const lacksPlace = (measured: readonly MeasuredPoint[]) =>
    measured.length > 0 && measured.every((point) => isMissing(placeOn(point, against)));
  return entered.map(({ entry, points: whole, settings }, i) => ({
    entry,
    rule: { against, better: rule.better, law },
    field,
    points: settings.map((setting, j) =>
      curvePoint(setting, spreads[i]![j]!.spread, judged[i]![j]!, { rule, instruments, readings }),
    ),
    leftOut: leftOutSettings(whole, rule),
    ...(lacksPlace(whole) ? { lacks: PLACE_WORDS[against] } : {}),
    // Where the axis is no level, an error of the meter moves nothing along it.
    sharedLevelDb: against === 'noise' ? instruments.sharedLevelDb : 0,
    sharedRiseK: instruments.sharedRiseK,
  }));
}
