import type { Variance } from '@/core/statistics/variance';
import { mountNumbers, type WeightedSetting } from './mountNumbers';
import { passSpread } from './passSpread';
import { seenSpread } from './rigSpread';

/** Readings of a setting, by mount and pass. */
export type RepeatedSetting = Pick<WeightedSetting, 'cells'>;

/** What single passes and mounts scatter by, whatever the line; null where none was repeated. */
export interface RepeatsSpread {
  pass: Variance | null;
  mount: Variance | null;
}

/**
 * What repeats scatter by over whole sweeps, every setting weighing alike: of a pass about its cell, and of a mount about the others of its
 * entry, its passes taken off (DOUBT c to e with equal weights). Where no pass was repeated a mount’s holds it, too.
 *
 * Example: Two entries with two mounts each, 0.4 K apart whatever the setting: a mount variance of 0.08 K² by two degrees of freedom.
 */
export function repeatsSpread(sweeps: readonly (readonly RepeatedSetting[])[]): RepeatsSpread {
  const pass = passSpread(sweeps.flat());
  const mounted = sweeps.map((settings) => {
    const { numbers, variance, passShare } = mountNumbers(
      settings.map(({ cells }) => ({ cells, weight: 1 / settings.length })),
    );
    return { mounts: Math.max(1, numbers.length), variance, passes: pass.variance * passShare };
  });
  return { pass: pass.freedom > 0 ? pass : null, mount: seenSpread(mounted, null) };
}
