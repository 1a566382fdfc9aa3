import type { EntryCurve } from '../entryCurve';
import type { Field } from '../field';

/**
 * Curves of which one end alone stands, whatever lies between: the quietest or slowest setting, or the fastest. An entry is
 * then judged by that setting, wherever the line is; one whose quietest was left out (masked by the room, not settled) has none.
 *
 * Example: Settings at 30, 33 and 36 dB(A), ‘last’: the one at 36 alone.
 */
export function curveEnds(curves: readonly EntryCurve[], end: 'first' | 'last'): EntryCurve[] {
  const missedBy = (curve: EntryCurve) => {
    const point = curve.points[0];
    // A quieter setting that the room masks is its quietest: what it does there nobody has measured.
    return end === 'first' && point
      ? curve.leftOut.find(({ at, quieterThan }) => at < point.at && !quieterThan)
      : undefined;
  };
  const missed = new Set(curves.filter(missedBy).map(({ entry }) => entry));
  const fields = new Map(curves.map(({ field }) => [field, endsOf(field, end, missed)]));
  return curves.map((curve) => {
    const field = fields.get(curve.field)!;
    const point = curve.points.at(end === 'first' ? 0 : -1);
    const missedQuietest = missedBy(curve);
    if (!point) return { ...curve, field, points: [] };
    if (missedQuietest) return { ...curve, field, points: [], missedQuietest };
    const { pooledValue: _, pooledResistance: __, ...own } = point;
    return { ...curve, field, points: [{ ...own, judged: true }] };
  });
}

/** A field of whose sweeps one end alone stands. */
function endsOf(field: Field, end: 'first' | 'last', without: ReadonlySet<string>): Field {
  return {
    ...field,
    sweeps: field.sweeps.map((sweep) => {
      const setting = without.has(sweep.entry) ? undefined : sweep.settings.at(end === 'first' ? 0 : -1);
      return { ...sweep, settings: setting ? [{ ...setting, block: 0 }] : [] };
    }),
  };
}

/** Louder, and faster, than anything can be: there every entry stands by its fastest setting. */
export const BEYOND_ALL = 1e6;
