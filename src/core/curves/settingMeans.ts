import { groupBy } from '../statistics/groupBy';
import { mean } from '../statistics/mean';
import { energyMeanDb } from '../levels/energyMeanDb';
import { isUsable, type MeasuredPoint } from './measuredPoint';

export interface MountMean {
  mount: number;
  riseK: number;
  levelDb: number;
  passRisesK: number[];
}

export interface SettingMean {
  setting: string;
  levelDb: number;
  riseK: number;
  resistanceKPerW: number | null;
  mounts: MountMean[];
  points: MeasuredPoint[];
}

function mountMean(
  mount: number,
  points: readonly MeasuredPoint[],
): MountMean & { resistance: number | null } {
  const resistances = points.map((point) => point.resistanceKPerW);
  return {
    mount,
    riseK: mean(points.map((point) => point.riseK)),
    levelDb: energyMeanDb(points.map((point) => point.level.levelDb)),
    passRisesK: points.map((point) => point.riseK),
    resistance: resistances.some((r) => r === null) ? null : mean(resistances as number[]),
  };
}

/**
 * The settings of one entry at one load: passes averaged within a mount, then mounts equally, rise
 * arithmetically and level by energy (FORMATS step 6). Only usable runs count; sorted by level.
 */
export function settingMeans(points: readonly MeasuredPoint[]): SettingMean[] {
  const usable = points.filter(isUsable).sort((a, b) => (a.run < b.run ? -1 : a.run > b.run ? 1 : 0));
  const settings = [...groupBy(usable, (point) => point.setting)].map(([setting, ofSetting]) => {
    const byMount = groupBy(ofSetting, (point) => point.mount);
    const mounts = [...byMount].sort(([a], [b]) => a - b).map(([mount, of]) => mountMean(mount, of));
    const resistances = mounts.map((mount) => mount.resistance);
    return {
      setting,
      levelDb: energyMeanDb(mounts.map((mount) => mount.levelDb)),
      riseK: mean(mounts.map((mount) => mount.riseK)),
      resistanceKPerW: resistances.some((r) => r === null) ? null : mean(resistances as number[]),
      mounts: mounts.map(({ mount, riseK, levelDb, passRisesK }) => ({ mount, riseK, levelDb, passRisesK })),
      points: ofSetting,
    };
  });
  return settings.sort(
    (a, b) => a.levelDb - b.levelDb || a.riseK - b.riseK || (a.setting < b.setting ? -1 : 1),
  );
}
