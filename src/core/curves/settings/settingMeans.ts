import { groupBy } from '../../statistics/groupBy';
import { mean } from '../../statistics/mean';
import { cellLevel, levelRead } from '../../levels/cellLevel';
import { energyMeanDb } from '../../levels/energyMeanDb';
import { RISE_AGAINST_NOISE, type CurveRule } from '../curveRule';
import { isUsable, placeOn, type MeasuredPoint } from './measuredPoint';

export interface MountMean {
  mount: number;
  value: number;
  levelDb: number;
  passValues: number[];
}

/** Passes of one setting and mount differ by less, dB: one that reads further under the others was no pass of it. */
const PASS_DB = 3;

/** Passes that read under the range of the meter where the others read well over it: a fan that stood still, or was not driven. */
function strays(cell: readonly MeasuredPoint[]): MeasuredPoint[] {
  const read = cell.filter(({ level }) => !level.underRange);
  const leastDb = Math.min(...read.map(({ level }) => levelRead(level).noiseDb));
  return read.length === 0
    ? []
    : cell.filter(({ level }) => level.underRange && levelRead(level).noiseDb < leastDb - PASS_DB);
}

/**
 * The level of each mount of a setting decides whether it stands clear of the room, by the mean of its passes (FORMATS step 5). A pass that
 * strays from the others hides itself alone.
 */
export function decidedByMeans(points: readonly MeasuredPoint[]): MeasuredPoint[] {
  const cells = groupBy(points, (point) => JSON.stringify([point.setting, point.mount]));
  return [...cells.values()].flatMap((all) => {
    const astray = strays(all);
    const cell = all.filter((point) => !astray.includes(point));
    return [...decided(cell), ...astray];
  });
}

/** The passes of one setting and mount, all with the standing of their mean. */
function decided(cell: readonly MeasuredPoint[]): readonly MeasuredPoint[] {
  if (cell.length === 1) return cell;
  const { standing: byRoom, errorGain } = cellLevel(cell.map((point) => point.level));
  const standing = cell.some(({ level }) => level.underRange) ? 'at-floor' : byRoom;
  return cell.map((point) => {
    const { noiseDb } = levelRead(point.level);
    return { ...point, level: { ...point.level, noiseDb, standing, errorGain } };
  });
}

export interface SettingMean {
  setting: string;
  /** Where it stands on the axis: its level, dB(A), or its speed or duty. */
  at: number;
  levelDb: number;
  value: number;
  resistanceKPerW: number | null;
  mounts: MountMean[];
  points: MeasuredPoint[];
}

const middle = (values: readonly number[], rule: CurveRule) =>
  rule.byEnergy ? energyMeanDb(values) : mean(values);

function mountMean(
  mount: number,
  points: readonly MeasuredPoint[],
  rule: CurveRule,
): MountMean & { resistance: number | null; at: number } {
  const resistances = points.map((point) => point.resistanceKPerW);
  return {
    mount,
    at: mean(points.map((point) => placeOn(point, rule.against))),
    value: middle(
      points.map((point) => point.value),
      rule,
    ),
    levelDb: cellLevel(points.map(({ level }) => level)).levelDb,
    passValues: points.map((point) => point.value),
    resistance: resistances.some((r) => r === null) ? null : mean(resistances as number[]),
  };
}

/**
 * The settings of one entry at one load: passes averaged within a mount, then mounts equally, rise
 * arithmetically and level by energy (FORMATS step 6). Only usable runs count; sorted along the axis.
 *
 * Example: Passes of 40.0 and 40.4 K at one mount and one of 41.0 K at another: (40.2 + 41.0) / 2 = 40.6 K.
 */
export function settingMeans(
  points: readonly MeasuredPoint[],
  rule: CurveRule = RISE_AGAINST_NOISE,
): SettingMean[] {
  const usable = points
    .filter((point) => isUsable(point, rule.against))
    .sort((a, b) => (a.run < b.run ? -1 : a.run > b.run ? 1 : 0));
  const settings = [...groupBy(usable, (point) => point.setting)].map(([setting, ofSetting]) => {
    const byMount = groupBy(ofSetting, (point) => point.mount);
    const mounts = [...byMount]
      .sort(([a], [b]) => a - b)
      .map(([mount, points]) => mountMean(mount, points, rule));
    const resistances = mounts.map((mount) => mount.resistance);
    const levelDb = energyMeanDb(mounts.map((mount) => mount.levelDb));
    return {
      setting,
      at: rule.against === 'noise' ? levelDb : mean(mounts.map((mount) => mount.at)),
      levelDb,
      value: middle(
        mounts.map((mount) => mount.value),
        rule,
      ),
      resistanceKPerW: resistances.some((r) => r === null) ? null : mean(resistances as number[]),
      mounts: mounts.map(({ mount, value, levelDb, passValues }) => ({ mount, value, levelDb, passValues })),
      points: ofSetting,
    };
  });
  return settings.sort((a, b) => a.at - b.at || a.value - b.value || (a.setting < b.setting ? -1 : 1));
}
