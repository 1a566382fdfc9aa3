import type { EntryCurve } from '../curves/entryCurve';
import type { Ranking } from './rankAtLine';

export interface FullSpeedLead {
  entry: string;
  value: number;
  /** Half-width of its 95 % interval. */
  interval95: number;
  levelDb: number;
  /** How much louder it is there than the noise line. */
  overLineDb: number;
  /** Its place at the line; null where it has none. */
  placeAtLine: number | null;
}

/**
 * Who leads with every fan at its fastest, and how much louder than the noise line that is; null where it is whoever leads
 * at the line, or nothing was measured. Full speed ranks nobody: it says what equal noise decides.
 *
 * Example: Third at 33 dB(A) and first with all fans at their fastest: that entry, ‘with 9 dB more’.
 */
export function fullSpeedLead(
  curves: readonly EntryCurve[],
  ranking: Pick<Ranking, 'placed'>,
  lineDb: number,
): FullSpeedLead | null {
  const ends = curves.flatMap((curve) => {
    const point = curve.points.at(-1);
    return point ? [{ curve, point }] : [];
  });
  if (ends.length < 2) return null;
  const sign = ends[0]!.curve.rule.better === 'lower' ? 1 : -1;
  const lead = ends.reduce((best, end) => (sign * end.point.value < sign * best.point.value ? end : best));
  const { entry } = lead.curve;
  if (ranking.placed[0]?.entry === entry) return null;
  return {
    entry,
    value: lead.point.value,
    interval95: lead.point.interval95,
    levelDb: lead.point.levelDb,
    overLineDb: lead.point.levelDb - lineDb,
    placeAtLine: ranking.placed.find((placed) => placed.entry === entry)?.place ?? null,
  };
}
