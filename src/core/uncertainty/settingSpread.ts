import type { SettingMean } from '../curves/settings/settingMeans';
import { ASSUMED_SPREAD_K } from './assumedSpread';
import { mean } from '../statistics/mean';
import { sampleVariance, type RigSpread, type SpreadSource, type Variance } from './rigSpread';

export interface SettingSpread {
  /** Variance of the setting's mean from its passes: independent from setting to setting. */
  pass: Variance;
  /** Variance from its mounts: shared by a whole sweep. */
  mount: Variance;
  source: SpreadSource;
  /** Nothing was remounted anywhere: what remounting does is assumed. */
  mountSpreadUnknown: boolean;
}

const NONE: Variance = { variance: 0, freedom: Infinity };

function times(variance: Variance | null, share: number): Variance {
  return variance ? { variance: variance.variance * share, freedom: variance.freedom } : NONE;
}

/** What nobody varied is assumed, with so many degrees of freedom, and never taken as zero (DOUBT, constants). */
const ASSUMED_FREEDOM = 8;

const assumedMount = (standardUncertainty: number): Variance => ({
  variance: standardUncertainty ** 2,
  freedom: ASSUMED_FREEDOM,
});

function assumedSpread(standardUncertainty: number): SettingSpread {
  return {
    pass: NONE,
    mount: assumedMount(standardUncertainty),
    source: 'assumed',
    mountSpreadUnknown: true,
  };
}

/** Variance of a setting's mean over its mounts and passes, from the spreads of one mount and of one pass. */
function spreadOfMean(
  setting: SettingMean,
  spread: { pass: Variance | null; mount: Variance | null },
  source: SpreadSource,
  assumed: number,
): SettingSpread {
  const mounts = setting.mounts.length;
  const inversePasses = mean(setting.mounts.map((mount) => 1 / mount.passValues.length));
  return {
    pass: times(spread.pass, inversePasses / mounts),
    mount: times(spread.mount ?? assumedMount(assumed), 1 / mounts),
    source,
    mountSpreadUnknown: !spread.mount,
  };
}

/**
 * Variances of a setting's mean rise, K² (FORMATS step 10): from its own passes and mounts; else pooled
 * over the control; else over the round-up; else an assumed standard uncertainty of 0.5 K. A setting
 * measured at one mount carries the rig's mount spread, where any entry was ever remounted, and the assumed one where none was:
 * passes tell nothing of what remounting does.
 *
 * Example: A setting with three passes has a spread of its own; one pass alone has the control's, else the round-up's,
 * else 0.5 K.
 */
export function settingSpread(
  setting: SettingMean,
  rig: RigSpread,
  assumed: (value: number) => number = () => ASSUMED_SPREAD_K,
): SettingSpread {
  const mounts = setting.mounts;
  if (mounts.length > 1) {
    const variance = sampleVariance(mounts.map((mount) => mount.value)) / mounts.length;
    const mount = { variance, freedom: mounts.length - 1 };
    return { pass: NONE, mount, source: 'own', mountSpreadUnknown: false };
  }
  const rigMount = rig.control.mount ?? rig.roundUp.mount;
  const passes = mounts[0]!.passValues;
  if (passes.length > 1) {
    const pass = { variance: sampleVariance(passes), freedom: passes.length - 1 };
    return spreadOfMean(setting, { pass, mount: rigMount }, 'own', assumed(setting.value));
  }
  const { control, roundUp } = rig;
  if (control.pass || control.mount)
    return spreadOfMean(
      setting,
      { pass: control.pass ?? roundUp.pass, mount: rigMount },
      'control',
      assumed(setting.value),
    );
  if (roundUp.pass || roundUp.mount)
    return spreadOfMean(setting, roundUp, 'round-up', assumed(setting.value));
  return assumedSpread(assumed(setting.value));
}

/**
 * The same setting's variance with the spread pooled over the whole round-up: what intervals and simultaneous
 * comparison stand on, since a spread from two readings alone is too unsure to call a winner by.
 *
 * Example: The same setting by what all entries scatter: what a comparison of all stands on.
 */
export function pooledSettingSpread(
  setting: SettingMean,
  { roundUp }: RigSpread,
  assumed: (value: number) => number = () => ASSUMED_SPREAD_K,
): SettingSpread {
  return roundUp.pass || roundUp.mount
    ? spreadOfMean(setting, roundUp, 'round-up', assumed(setting.value))
    : assumedSpread(assumed(setting.value));
}
