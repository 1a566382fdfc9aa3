import { mean } from '../../statistics/mean';
import { carried, scaleOf } from '../../uncertainty/carried';
import { entryVariance } from '@/core/uncertainty/spreads/entryVariance';
import { halfWidth, mountTerm } from '../../uncertainty/doubt';
import { interval95 } from '../../uncertainty/interval95';
import { mountNumbers } from '@/core/uncertainty/spreads/mountNumbers';
import { passSpread } from '@/core/uncertainty/spreads/passSpread';
import { rigSpread } from '@/core/uncertainty/spreads/rigSpread';
import type { Sweep, SweepSetting } from '../../uncertainty/sweep';
import type { Field } from '../field';

/** What is in doubt of a setting’s own mean by its mounts and passes, wherever the line stands: its bar. */
export interface SettingSpread {
  /** Variance of its mean by passes and by mounts, in the unit squared, and the freedom of both. */
  passes: number;
  mounts: number;
  freedom: number;
}

/** The same with the half-width of the 95 % interval of what a setting does not share with its neighbours: its passes, or all where nobody repeated any. */
export interface JudgedBySpread {
  spread: SettingSpread;
  own95: number;
}

/** Slope of a sweep by least squares over its settings; 0 where it has one place. */
function slopeOf(settings: readonly SweepSetting[], value: (setting: SweepSetting) => number): number {
  if (settings.length < 2) return 0;
  const [x, y] = [mean(settings.map(({ at }) => at)), mean(settings.map(value))];
  const squares = settings.reduce((sum, { at }) => sum + (at - x) ** 2, 0);
  return squares > 0
    ? settings.reduce((sum, setting) => sum + (setting.at - x) * (value(setting) - y), 0) / squares
    : 0;
}

/**
 * The spread of every setting by the same model as a value at the line (DOUBT b to f), at the setting itself: w is 1 there, and readings are
 * carried by the slope of the whole sweep. What the rig scatters by is the mean over an entry’s settings.
 *
 * Example: Two mounts at one setting, 40.0 and 40.6 K: their own spread, drawn to that of all.
 */
export function settingSpreads(
  field: Omit<Field, 'sweeps' | 'roomDb'> & { sweeps: readonly Pick<Sweep, 'settings'>[] },
): JudgedBySpread[][] {
  const { byShare } = field;
  const readings = field.sweeps.map(({ settings }) => {
    const slope = slopeOf(settings, ({ value }) => (byShare && value > 0 ? Math.log(value) : value));
    return settings.map((setting) => ({ weight: 1, cells: carried(setting, slope, byShare) }));
  });
  const pass = passSpread(readings.flat());
  const numbers = readings.map((settings) =>
    settings.map((setting) => {
      const { numbers: all, variance, share, passShare } = mountNumbers([setting]);
      return { mounts: all.length > 1 ? all.length : 1, variance, share, passes: pass.variance * passShare };
    }),
  );
  const rig = rigSpread(
    numbers.flatMap((settings) => {
      const remounted = settings.filter(({ variance }) => variance !== null);
      if (remounted.length === 0) return [];
      return [
        {
          mounts: Math.max(...remounted.map(({ mounts }) => mounts)),
          variance: mean(remounted.map(({ variance }) => variance!)),
          passes: mean(remounted.map(({ passes }) => passes)),
        },
      ];
    }),
    field.assumed,
    field.history,
  );
  return field.sweeps.map(({ settings }, i) =>
    settings.map((setting, j) => {
      const one = numbers[i]![j]!;
      const squared = one.share / scaleOf(byShare, setting.value) ** 2;
      const found = entryVariance(one, rig, field.assumed ** 2);
      const passes = Math.min(found.variance, one.passes) * squared;
      const term = mountTerm({ ...found, variance: found.variance * squared }, passes);
      const inPasses =
        (pass.variance * mean(setting.cells.map(({ value }) => 1 / value.length))) / setting.cells.length;
      return {
        spread: { passes, mounts: term.variance - passes, freedom: term.freedom },
        own95:
          pass.freedom > 0
            ? interval95(Math.sqrt(inPasses) / scaleOf(byShare, setting.value), pass.freedom)
            : halfWidth([term]),
      };
    }),
  );
}
