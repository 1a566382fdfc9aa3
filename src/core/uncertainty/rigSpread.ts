import { groupBy } from '../statistics/groupBy';
import { type SettingMean } from '../curves/settingMeans';

/** Where a spread was learnt (FORMATS step 10). */
export type SpreadSource = 'own' | 'control' | 'round-up' | 'assumed';

/** A variance and the degrees of freedom behind it. */
export interface Variance {
  varianceK2: number;
  freedom: number;
}

export interface SpreadComponents {
  /** Between passes at one mount; null where nothing was repeated. */
  pass: Variance | null;
  /** Of the mean of a mount, passes included; null where nothing was remounted. */
  mount: Variance | null;
}

export interface RigSpread {
  control: SpreadComponents;
  roundUp: SpreadComponents;
}

export function sampleVariance(values: readonly number[]): number {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1);
}

function pooledPasses(settings: readonly SettingMean[]): Variance | null {
  let squares = 0;
  let freedom = 0;
  for (const setting of settings) {
    for (const mount of setting.mounts) {
      const n = mount.passRisesK.length;
      if (n < 2) continue;
      squares += (n - 1) * sampleVariance(mount.passRisesK);
      freedom += n - 1;
    }
  }
  return freedom > 0 ? { varianceK2: squares / freedom, freedom } : null;
}

/**
 * The settings of a sweep share their mount, so an entry brings as many degrees of freedom as it had
 * mounts less one, however many settings were read.
 */
function pooledMounts(sweeps: readonly (readonly SettingMean[])[]): Variance | null {
  let squares = 0;
  let freedom = 0;
  for (const sweep of sweeps) {
    const remounted = sweep.filter((setting) => setting.mounts.length > 1);
    if (remounted.length === 0) continue;
    const own = new Set(remounted.flatMap((setting) => setting.mounts.map((mount) => mount.mount))).size - 1;
    const variance =
      remounted.reduce(
        (sum, setting) => sum + sampleVariance(setting.mounts.map((mount) => mount.riseK)),
        0,
      ) / remounted.length;
    squares += own * variance;
    freedom += own;
  }
  return freedom > 0 ? { varianceK2: squares / freedom, freedom } : null;
}

function components(sweeps: readonly (readonly SettingMean[])[]): SpreadComponents {
  return { pass: pooledPasses(sweeps.flat()), mount: pooledMounts(sweeps) };
}

/**
 * Spread of rises at one load, K², pooled over the control entries and over the whole round-up
 * (one-way random effects, within and between mounts: Searle, Casella & McCulloch, ch. 3).
 */
export function rigSpread(
  sweeps: readonly { isControl: boolean; settings: readonly SettingMean[] }[],
): RigSpread {
  const split = groupBy(sweeps, (sweep) => sweep.isControl);
  return {
    control: components((split.get(true) ?? []).map((sweep) => sweep.settings)),
    roundUp: components(sweeps.map((sweep) => sweep.settings)),
  };
}
