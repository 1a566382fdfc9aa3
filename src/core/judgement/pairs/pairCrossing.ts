import type { EntryCurve } from '@/core/curves/entryCurve';
import { crossings, type Crossing } from './crossings';

/** Where two entries change places, and whether the one leads below it. */
export type PairCrossing = Crossing & { isOneBelow: boolean };

/**
 * Where the two change places for certain, over the levels that both have; null where nowhere, or more than once. `rows` conditions are
 * told at once.
 *
 * @example pairCrossing([], ['a', 'b'], 1) → null
 */
export function pairCrossing(
  curves: readonly EntryCurve[],
  pair: readonly [string, string],
  rows: number,
): PairCrossing | null {
  const spans = pair.map(
    (entry) => curves.find((curve) => curve.entry === entry)?.points.map(({ at }) => at) ?? [],
  );
  const from = Math.max(...spans.map((at) => Math.min(...at)));
  const to = Math.min(...spans.map((at) => Math.max(...at)));
  if (!(to > from)) return null;
  const met = crossings(
    curves.filter(({ entry }) => pair.includes(entry)),
    { from, to },
    { compared: curves.filter(({ points }) => points.length > 0).length, rows },
  );
  const [found, ...more] = met;
  return found && more.length === 0 ? { ...found, isOneBelow: found.below === pair[0] } : null;
}
