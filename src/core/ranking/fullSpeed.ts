import { BEYOND_ALL, curveEnds } from '@/core/curves/shown/curveEnds';
import type { EntryCurve } from '../curves/entryCurve';
import { rankAtLine, type PlacedEntry, type Ranking } from './rankAtLine';

export interface FullSpeedLead {
  entry: string;
  value: number;
  /** Half-width of its 95 % interval. */
  interval95: number;
  levelDb: number;
  /** How much louder it is there than the noise line. */
  overLineDb: number;
  /** Its places at the line; null where it has none. */
  placesAtLine: [number, number] | null;
}

/**
 * The order with every fan at its fastest, which no line moves.
 *
 * @example fullSpeedOrder([]) → []
 */
export function fullSpeedOrder(curves: readonly EntryCurve[]): PlacedEntry[] {
  const rule = { lineDb: BEYOND_ALL, loadW: 0, program: false, referenceAmbientC: 0, limitC: 0 };
  return rankAtLine(curveEnds(curves, 'last'), { ...rule, throttles: false }).placed;
}

/**
 * Who is alone in first place with every fan at its fastest, and how much louder than the noise line that is; null where nobody is, by
 * the simultaneous comparison, or it is whoever leads at the line, or nothing was measured. Full speed ranks nobody: it says what
 * equal noise decides. `atFull` is the order of `fullSpeedOrder`.
 *
 * Example: Third at 33 dB(A) and alone in first place with all fans at their fastest: that entry, 9 dB above the line.
 */
export function fullSpeedLead(
  atFull: readonly PlacedEntry[],
  ranking: Pick<Ranking, 'placed'>,
  lineDb: number,
): FullSpeedLead | null {
  const [lead] = atFull;
  if (atFull.length < 2 || !lead || lead.placeTo > 1) return null;
  const { entry } = lead;
  if (ranking.placed[0]?.entry === entry) return null;
  const there = ranking.placed.find((other) => other.entry === entry);
  return {
    ...{ entry, value: lead.value, interval95: lead.interval95, levelDb: lead.levelDb },
    overLineDb: lead.levelDb - lineDb,
    placesAtLine: there ? [there.placeFrom, there.placeTo] : null,
  };
}
