import type { SettingMean } from '../curves/settingMeans';
import {
  sampleVariance,
  type RigSpread,
  type SpreadComponents,
  type SpreadSource,
  type Variance,
} from './rigSpread';

/** Standard uncertainty of a rise where nothing was ever repeated, K (FORMATS step 10). */
export const ASSUMED_SPREAD_K = 0.5;

export interface SettingSpread {
  /** Variance of the setting's mean from its passes: independent from setting to setting. */
  pass: Variance;
  /** Variance from its mounts: shared by a whole sweep. */
  mount: Variance;
  source: SpreadSource;
  /** Nothing was remounted anywhere, so what remounting does is in none of the figures. */
  mountSpreadUnknown: boolean;
}

const NONE: Variance = { varianceK2: 0, freedom: Infinity };

function over(variance: Variance, count: number): Variance {
  return { varianceK2: variance.varianceK2 / count, freedom: variance.freedom };
}

/** Mount part of one mount: what its mean spreads beyond what its passes explain. */
function mountAlone(mount: Variance, pass: Variance | null): Variance {
  return { varianceK2: Math.max(0, mount.varianceK2 - (pass?.varianceK2 ?? 0)), freedom: mount.freedom };
}

function assumed(): SettingSpread {
  const mount = { varianceK2: ASSUMED_SPREAD_K ** 2, freedom: Infinity };
  return { pass: NONE, mount, source: 'assumed', mountSpreadUnknown: true };
}

/** Spread of a mean of `passes` single readings at one mount, from components learnt elsewhere. */
function borrowed(passes: number, spread: SpreadComponents, source: SpreadSource): SettingSpread | null {
  if (spread.mount) {
    const mount = mountAlone(spread.mount, spread.pass);
    return { pass: spread.pass ? over(spread.pass, passes) : NONE, mount, source, mountSpreadUnknown: false };
  }
  if (!spread.pass) return null;
  return { pass: over(spread.pass, passes), mount: NONE, source, mountSpreadUnknown: true };
}

/**
 * Variances of a setting's mean rise, K² (FORMATS step 10): from its own passes and mounts; else pooled
 * over the control; else over the round-up; else an assumed standard uncertainty of 0.5 K. A setting
 * measured at one mount carries the rig's mount spread, where any entry was ever remounted.
 */
export function settingSpread(setting: SettingMean, rig: RigSpread): SettingSpread {
  const mounts = setting.mounts;
  if (mounts.length > 1) {
    const means = mounts.map((mount) => mount.riseK);
    const mount = { varianceK2: sampleVariance(means) / mounts.length, freedom: mounts.length - 1 };
    return { pass: NONE, mount, source: 'own', mountSpreadUnknown: false };
  }
  const passes = mounts[0]!.passRisesK;
  const rigMount = rig.control.mount
    ? mountAlone(rig.control.mount, rig.control.pass)
    : rig.roundUp.mount && mountAlone(rig.roundUp.mount, rig.roundUp.pass);
  if (passes.length > 1) {
    const pass = { varianceK2: sampleVariance(passes) / passes.length, freedom: passes.length - 1 };
    return { pass, mount: rigMount ?? NONE, source: 'own', mountSpreadUnknown: !rigMount };
  }
  const fromControl = borrowed(1, rig.control, 'control');
  if (fromControl) {
    // A control that was never remounted still leaves the round-up's remounts to learn from.
    return rigMount && fromControl.mountSpreadUnknown
      ? { ...fromControl, mount: rigMount, mountSpreadUnknown: false }
      : fromControl;
  }
  return borrowed(1, rig.roundUp, 'round-up') ?? assumed();
}

/**
 * The same setting's variance with the spread pooled over the whole round-up: what simultaneous
 * comparison stands on, since a spread from two readings alone is too unsure to call a winner by.
 */
export function pooledSettingSpread(setting: SettingMean, rig: RigSpread): SettingSpread {
  const { pass, mount } = rig.roundUp;
  const passes = setting.mounts.reduce((sum, of) => sum + of.passRisesK.length, 0);
  if (mount) {
    const count = setting.mounts.length;
    if (count > 1)
      return { pass: NONE, mount: over(mount, count), source: 'round-up', mountSpreadUnknown: false };
    return borrowed(passes, rig.roundUp, 'round-up')!;
  }
  return pass ? borrowed(passes, rig.roundUp, 'round-up')! : assumed();
}
