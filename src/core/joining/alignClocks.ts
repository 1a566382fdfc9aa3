import { isMissing } from '../missing';
import { median } from '../statistics/median';
import { mean } from '../statistics/mean';
import { cutRuns, type WatchedChannel } from './cutRuns';

/** A clock further off than this is another day's, s. */
const MOST_S = 15 * 60;
/** Steps that fall so near to each other are one, s. */
const SAME_S = 12;
/** Around a step its moment is looked for so far, s. */
const AROUND_S = 20;
/** Less than this is no reason to move a clock, s. */
const LEAST_S = 3;

/** The moment of a step near a time, s: where two means explain the channel best (Hinkley 1970). */
function momentOf({ timeS, values }: WatchedChannel, nearS: number): number {
  const at: number[] = [];
  for (let i = 0; i < timeS.length; i += 1)
    if (Math.abs(timeS[i]! - nearS) <= AROUND_S && !isMissing(values[i]!)) at.push(i);
  let best = { between: -1, atS: nearS };
  for (let cut = 2; cut <= at.length - 2; cut += 1) {
    const before = mean(at.slice(0, cut).map((i) => values[i]!));
    const after = mean(at.slice(cut).map((i) => values[i]!));
    const between = cut * (at.length - cut) * (after - before) ** 2;
    if (between > best.between) best = { between, atS: (timeS[at[cut - 1]!]! + timeS[at[cut]!]!) / 2 };
  }
  return best.atS;
}

/**
 * The moments at which any of the channels steps, s.
 *
 * Example: A power log that steps from 0 to 170 W between 59 and 60 s has a moment there.
 */
export function stepMoments(channels: readonly WatchedChannel[]): number[] {
  return channels
    .flatMap((channel) => cutRuns([channel]).map((cut) => momentOf(channel, cut)))
    .sort((a, b) => a - b);
}

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
