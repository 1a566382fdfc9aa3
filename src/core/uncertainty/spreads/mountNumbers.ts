import type { Cell } from '../sweep';
import { mean } from '@/core/statistics/mean';
import { sampleVariance } from '@/core/statistics/sampleVariance';

/** A setting with what the value at the line moves by as it does, and its readings carried to one level. */
export interface WeightedSetting {
  weight: number;
  cells: readonly Pick<Cell, 'mount' | 'value'>[];
}

/** What the mounts of an entry scatter by, as one number each (DOUBT c). */
export interface MountNumbers {
  /** One for each mount that shares a setting with another: where its sweep would cross the line, less where the mean does. */
  numbers: { mount: number; value: number }[];
  /** Variance of these numbers; null where there are not two. */
  variance: number | null;
  /** Variance of the value at the line over that of a mount’s number: 1/M where nothing is missing. */
  share: number;
  /** Part of σ², the variance of a pass, that stands in a mount’s number (DOUBT d): 1/P of one setting where nothing is missing. */
  passShare: number;
  /** How often it was mounted. */
  mounts: number;
}

/** Below this sum of weights what a mount has tells too little of the line: the plain mean of its residuals stands in. */
const LEAST_WEIGHT = 0.5;

/**
 * One number a mount: Σ w·(its mean at a setting − the mean of all mounts there), over the settings that it shares with another mount,
 * divided by their Σw where some are missing (DOUBT c). In the unit of the readings, which are carried to one level before (DOUBT b).
 *
 * @example mountNumbers([{ weight: 1, cells: [{ mount: 1, value: [36] }, { mount: 2, value: [37] }] }]).variance → 0.5
 */
export function mountNumbers(settings: readonly WeightedSetting[]): MountNumbers {
  const mounts: number[] = [];
  // Sums by mount: asked for by every entry sixty times a second, so in one turn over the cells.
  const sums: { weighted: number; weights: number; plain: number; settings: number; share: number }[] = [];
  let passes = 0;
  for (const { weight, cells } of settings) {
    const means = cells.map(({ value }) => mean(value));
    const all = mean(means);
    cells.forEach(({ mount, value }, i) => {
      let at = mounts.indexOf(mount);
      if (at < 0) {
        at = mounts.push(mount) - 1;
        sums.push({ weighted: 0, weights: 0, plain: 0, settings: 0, share: 0 });
      }
      const sum = sums[at]!;
      sum.share += weight / cells.length;
      passes += (weight / cells.length) ** 2 / value.length;
      if (cells.length < 2) return;
      const residual = means[i]! - all;
      sum.weighted += weight * residual;
      sum.weights += weight;
      sum.plain += residual;
      sum.settings += 1;
    });
  }
  const numbers = sums.flatMap(({ weighted, weights, plain, settings: shared }, i) =>
    shared === 0
      ? []
      : [{ mount: mounts[i]!, value: weights > LEAST_WEIGHT ? weighted / weights : plain / shared }],
  );
  const share = sums.reduce((sum, one) => sum + one.share ** 2, 0);
  return {
    numbers,
    variance: numbers.length > 1 ? sampleVariance(numbers.map(({ value }) => value)) : null,
    share,
    passShare: share > 0 ? passes / share : 0,
    mounts: mounts.length,
  };
}
