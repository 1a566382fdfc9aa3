import { median } from '../statistics/median';

/** A clock that runs free is off by no more than this, s. */
const MOST_S = 15 * 60;
/** Summer time, another zone: whole and half hours, to the edge of the earth's clocks. */
const HALF_HOUR_S = 1800;
const MOST_HOURS_S = 14 * 3600;
/** Steps that fall so near to each other are one, s. */
const SAME_S = 12;
/** Less than this is no reason to move a clock, s. */
export const LEAST_S = 3;
/** A shift that brings together less than this share of a log's steps is proposed, and never made by itself. */
const SURE_SHARE = 0.6;

export interface ClockShift {
  /** To be added to the log's clock, s. */
  offsetS: number;
  /** Steps of the log that then fall on steps of the leading one. */
  matched: number;
  steps: number;
  /** So many of them that it can be made unasked. */
  isSure: boolean;
}

/** From when to when a log runs, s. */
export interface LogSpan {
  fromS: number;
  toS: number;
}

/** By how much each moment, moved, misses the nearest of the leading ones, of those that fall on one. */
function misses(leadMoments: readonly number[], moments: readonly number[], offsetS: number): number[] {
  return moments.flatMap((moment) => {
    let nearest = Infinity;
    for (const lead of leadMoments) {
      const gap = lead - (moment + offsetS);
      if (Math.abs(gap) < Math.abs(nearest)) nearest = gap;
    }
    return Math.abs(nearest) <= SAME_S ? [nearest] : [];
  });
}

/**
 * The share of a log's steps that fall on those of the leading log once its clock is moved; null where it has none.
 *
 * @example clockFit([100, 400], [130, 500], -30) → 0.5
 */
export function clockFit(
  leadMoments: readonly number[],
  moments: readonly number[],
  offsetS: number,
): number | null {
  if (leadMoments.length === 0 || moments.length === 0) return null;
  return misses(leadMoments, moments, offsetS).length / moments.length;
}

/** How far from a clock that runs as it should: right, off by whole or half hours, off by minutes, off by both. */
function strangeness(offsetS: number): number {
  if (Math.abs(offsetS) < LEAST_S) return 0;
  if (Math.abs(offsetS - HALF_HOUR_S * Math.round(offsetS / HALF_HOUR_S)) <= SAME_S) return 1;
  return Math.abs(offsetS) <= MOST_S ? 2 : 3;
}

/** The share of the shorter of two logs in which both run, in twentieths: what is less tells nothing. */
function overlap(spans: { lead: LogSpan; log: LogSpan } | undefined, offsetS: number): number {
  if (!spans) return 0;
  const { lead, log } = spans;
  const bothS = Math.min(lead.toS, log.toS + offsetS) - Math.max(lead.fromS, log.fromS + offsetS);
  const shorterS = Math.max(1, Math.min(lead.toS - lead.fromS, log.toS - log.fromS));
  return Math.round((20 * Math.max(0, bothS)) / shorterS);
}

/** Whether two logs that had little time in common have nearly all of it once moved. */
const bringsTogether = (spans: { lead: LogSpan; log: LogSpan } | undefined, offsetS: number): boolean =>
  overlap(spans, 0) <= 10 && overlap(spans, offsetS) >= 18;

/** So many shifts are looked at closely, of the many that two noisy logs have. */
const MOST_TRIED = 200;

/** Differences between a step of the one and a step of the other, those first near which most of them lie; and no shift at all. */
function worthTrying(leadMoments: readonly number[], logMoments: readonly number[]): number[] {
  const differences = leadMoments
    .flatMap((lead) => logMoments.map((moment) => lead - moment))
    .filter((offsetS) => Math.abs(offsetS) <= MOST_HOURS_S)
    .sort((a, b) => a - b);
  let from = 0;
  let to = 0;
  const crowds = new Map<number, number>();
  for (const offsetS of differences) {
    while (differences[from]! < offsetS - SAME_S) from += 1;
    while (to < differences.length && differences[to]! <= offsetS + SAME_S) to += 1;
    const whole = Math.round(offsetS);
    crowds.set(whole, Math.max(crowds.get(whole) ?? 0, to - from));
  }
  const best = [...crowds].sort((a, b) => b[1] - a[1] || Math.abs(a[0]) - Math.abs(b[0]));
  return [...new Set([0, ...best.slice(0, MOST_TRIED).map(([offsetS]) => offsetS)])];
}

/**
 * How far a log's clock should be moved so that its steps fall on those of the leading log: of all differences between
 * a step of the one and a step of the other, the one that brings most together; of equals the one by which both run most together, then
 * whole and half hours before minutes, then the smallest; then the median of what is left between them. Null where nothing speaks for a
 * move: no steps, none that meet, or a clock that is right to within 3 s already.
 *
 * Example: Steps at 100, 400 and 900 s, and in the other log at 130, 430 and 930 s: it is 30 s ahead.
 */
export function alignClocks(
  leadMoments: readonly number[],
  logMoments: readonly number[],
  spans?: { lead: LogSpan; log: LogSpan },
): ClockShift | null {
  const [best] = worthTrying(leadMoments, logMoments)
    .map((offsetS) => ({
      offsetS,
      met: misses(leadMoments, logMoments, offsetS).length,
      together: overlap(spans, offsetS),
      strange: strangeness(offsetS),
    }))
    .sort(
      (a, b) =>
        b.met - a.met ||
        b.together - a.together ||
        a.strange - b.strange ||
        Math.abs(a.offsetS) - Math.abs(b.offsetS),
    );
  if (!best || best.met === 0) return null;
  const offsetS = Math.round(best.offsetS + median(misses(leadMoments, logMoments, best.offsetS)));
  if (Math.abs(offsetS) < LEAST_S) return null;
  const matched = misses(leadMoments, logMoments, offsetS).length;
  const steps = logMoments.length;
  const isMostOfThem = matched / steps >= SURE_SHARE;
  // One step alone falls on another sooner or later: it moves a clock by minutes, and by hours only where the two did not run together.
  const isSure =
    isMostOfThem && (matched > 1 || Math.abs(offsetS) <= MOST_S || bringsTogether(spans, offsetS));
  return { offsetS, matched, steps, isSure };
}
