import { mean } from '../statistics/mean';
import { sampleVariance } from '../statistics/sampleVariance';

/** A meter repeats itself no better than this, dB. */
const LEAST_LEVEL_DB = 0.1;

/** Variance of one reading over groups of repeats, each around its own mean; null where nothing was repeated. */
function pooledVariance(repeats: readonly (readonly number[])[]): number | null {
  const repeated = repeats.filter((values) => values.length > 1);
  const freedom = repeated.reduce((sum, values) => sum + values.length - 1, 0);
  const squares = repeated.reduce((sum, values) => sum + (values.length - 1) * sampleVariance(values), 0);
  return freedom === 0 ? null : squares / freedom;
}

/**
 * Standard uncertainty of the level of a fan's setting, dB, from levels that were read more than once, a list for each setting: the
 * scatter of all together over the fewest repeats. Undefined where nothing was repeated.
 *
 * Example: Pairs of levels that scatter by 0.3 dB: 0.21 dB.
 */
export function levelScatter(repeats: readonly (readonly number[])[]): number | undefined {
  const variance = pooledVariance(repeats);
  if (variance === null) return undefined;
  const fewest = Math.min(...repeats.filter(({ length }) => length > 1).map(({ length }) => length));
  return Math.max(LEAST_LEVEL_DB, Math.sqrt(variance / fewest));
}

/**
 * Relative standard uncertainty of a mean of positive readings, from lists of repeats: by the scatter of all together, and never less than
 * is assumed where nothing was repeated.
 *
 * Example: Two readings of 1.0 and 1.2 m/s, 3 % assumed: 0.09.
 */
export function readingShare(repeats: readonly (readonly number[])[], assumed: number): number {
  const shares = repeats.map((values) => {
    const scale = mean(values) * Math.sqrt(values.length);
    return values.map((value) => value / scale);
  });
  return Math.max(assumed, Math.sqrt(pooledVariance(shares) ?? 0));
}
