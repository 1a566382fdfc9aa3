import type { SettingMean } from '../curves/settings/settingMeans';
import type { SettingSpread } from './settingSpread';

/**
 * A setting with its readings as shares of its own mean: what scatters in proportion to the value (an airspeed, a pressure)
 * can then be pooled over slow and fast settings alike. As it is where its mean is no positive number.
 *
 * Example: Passes of 1.9 and 2.1 m/s become 0.95 and 1.05.
 */
export function asShares(setting: SettingMean): SettingMean {
  const { value } = setting;
  if (!(value > 0)) return setting;
  return {
    ...setting,
    value: 1,
    mounts: setting.mounts.map((mount) => ({
      ...mount,
      value: mount.value / value,
      passValues: mount.passValues.map((reading) => reading / value),
    })),
  };
}

/**
 * The spread of shares as that of the values again: variances times the square of the setting's mean.
 *
 * Example: A variance of 0.0004 of the shares at 2 m/s is one of 0.0016 (m/s)².
 */
export function ofValues(spread: SettingSpread, value: number): SettingSpread {
  const squared = value > 0 ? value ** 2 : 1;
  const times = ({ variance, freedom }: SettingSpread['pass']) => ({ variance: variance * squared, freedom });
  return { ...spread, pass: times(spread.pass), mount: times(spread.mount) };
}
