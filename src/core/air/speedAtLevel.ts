import { known, unknown, type Outcome } from '../outcome';

/** A setting of a fan: its speed and the level of the fan alone. */
export interface FanSetting {
  rpm: number;
  levelDb: number;
}

export interface SpeedAtLevel {
  rpm: number;
  levelDb: number;
  /** Its fastest setting is quieter than the level asked for. */
  topsOut: boolean;
}

/** Nearer to the line than this a setting stands on it (FORMATS step 7). */
const ON_LINE_DB = 0.3;

/**
 * Level at a speed between two settings: straight over the logarithm of the speed, as fans go.
 *
 * @example levelAtSpeed([{ rpm: 1000, levelDb: 30 }, { rpm: 2000, levelDb: 46 }], 1000) → 30
 */
export function levelAtSpeed(settings: readonly FanSetting[], rpm: number): number | null {
  const sorted = [...settings].sort((a, b) => a.rpm - b.rpm);
  const above = sorted.findIndex((setting) => setting.rpm >= rpm);
  if (above < 0) return null;
  if (sorted[above]!.rpm === rpm) return sorted[above]!.levelDb;
  if (above === 0) return null;
  const [a, b] = [sorted[above - 1]!, sorted[above]!];
  const along = Math.log(rpm / a.rpm) / Math.log(b.rpm / a.rpm);
  return a.levelDb + along * (b.levelDb - a.levelDb);
}

/**
 * The fastest speed at which a fan is no louder than a level. Between two settings the level goes straight over the
 * logarithm of the speed; a fan that sings at one speed and falls quiet again above it is taken at the faster one. Not
 * computable where no setting is quiet enough, or there is none.
 *
 * speedAtLevel of (1,000 rpm, 30 dB) and (2,000 rpm, 45 dB) at 37.5 dB is 1,414 rpm.
 */
export function speedAtLevel(settings: readonly FanSetting[], levelDb: number): Outcome<SpeedAtLevel> {
  const sorted = settings.filter((setting) => setting.rpm > 0).sort((a, b) => a.rpm - b.rpm);
  const fastest = sorted.at(-1);
  if (!fastest) return unknown('no setting with speed and level');
  if (fastest.levelDb <= levelDb + ON_LINE_DB)
    return known({ ...fastest, topsOut: fastest.levelDb < levelDb - ON_LINE_DB });
  const below = sorted.findLastIndex((setting) => setting.levelDb <= levelDb);
  if (below < 0) {
    const quietest = Math.min(...sorted.map((setting) => setting.levelDb));
    const near = sorted.findLast((setting) => setting.levelDb <= levelDb + ON_LINE_DB);
    if (near) return known({ ...near, topsOut: false });
    return unknown(`its quietest setting is ${quietest.toFixed(1)} dB(A)`);
  }
  const [a, b] = [sorted[below]!, sorted[below + 1]!];
  const along = (levelDb - a.levelDb) / (b.levelDb - a.levelDb);
  return known({ rpm: a.rpm * (b.rpm / a.rpm) ** along, levelDb, topsOut: false });
}
