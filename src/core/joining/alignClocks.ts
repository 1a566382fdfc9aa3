import { median } from '../statistics/median';

/** A clock further off than this is another day's, s. */
const MOST_S = 15 * 60;
/** Steps that fall so near to each other are one, s. */
const SAME_S = 12;
/** Less than this is no reason to move a clock, s. */
export const LEAST_S = 3;

export interface ClockShift {
  /** To be added to the log's clock, s. */
  offsetS: number;
  /** Steps of the log that then fall on steps of the leading one. */
  matched: number;
  steps: number;
}

/**
 * How far a log's clock should be moved so that its steps fall on those of the leading log: of all differences between
 * a step of the one and a step of the other, the one that brings most together, and of equals the smallest; then the
 * median of what is left between them. Null where nothing speaks for a move: no steps, none that meet, or a clock that
 * is right to within 3 s already.
 *
 * Example: Steps at 100, 400 and 900 s, and in the other log at 130, 430 and 930 s: it is 30 s ahead.
 */
export function alignClocks(
  leadMoments: readonly number[],
  logMoments: readonly number[],
): ClockShift | null {
  const misses = (offsetS: number) =>
    logMoments.flatMap((moment) => {
      const gaps = leadMoments.map((lead) => lead - (moment + offsetS));
      const nearest = gaps.reduce((a, b) => (Math.abs(b) < Math.abs(a) ? b : a), Infinity);
      return Math.abs(nearest) <= SAME_S ? [nearest] : [];
    });
  let best = { offsetS: 0, met: misses(0).length };
  for (const lead of leadMoments) {
    for (const moment of logMoments) {
      const offsetS = lead - moment;
      if (Math.abs(offsetS) > MOST_S) continue;
      const met = misses(offsetS).length;
      const nearer = met === best.met && Math.abs(offsetS) < Math.abs(best.offsetS);
      if (met > best.met || (nearer && best.met > 0)) best = { offsetS, met };
    }
  }
  if (best.met === 0) return null;
  const left = median(misses(best.offsetS));
  const offsetS = Math.round(best.offsetS + left);
  if (Math.abs(offsetS) < LEAST_S) return null;
  return { offsetS, matched: misses(offsetS).length, steps: logMoments.length };
}
