import type { EntryCurve } from './entryCurve';

/**
 * Curves of which one end alone stands, whatever lies between: the quietest or slowest setting, or the fastest. An entry is
 * then judged by that setting, wherever the line is; one whose quietest was left out (masked by the room, not settled) has none.
 *
 * Example: Settings at 30, 33 and 36 dB(A), ‘last’: the one at 36 alone.
 */
export function curveEnds(curves: readonly EntryCurve[], end: 'first' | 'last'): EntryCurve[] {
  return curves.map((curve) => {
    const point = curve.points.at(end === 'first' ? 0 : -1);
    if (!point) return { ...curve, points: [] };
    // A quieter setting that the room masks is its quietest: what it does there nobody has measured.
    const missed = end === 'first' ? curve.leftOut.find(({ at }) => at < point.at) : undefined;
    if (missed) return { ...curve, points: [], missedQuietest: missed };
    const { pooledValue: _, pooledResistance: __, ...own } = point;
    return { ...curve, points: [{ ...own, judged: true }] };
  });
}

/** Louder, and faster, than anything can be: there every entry stands by its fastest setting. */
export const BEYOND_ALL = 1e6;
