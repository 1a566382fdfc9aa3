import { known, unknown, type Outcome } from '../outcome';
import { pairDifference } from '../ranking/pairDifference';
import { ties } from '../ranking/ties';
import { halfWidth, type DoubtTerm } from '../uncertainty/doubt';

/** A load and line that counts towards a score, with its weight. */
export interface WeightedPoint {
  label: string;
  weight: number;
}

/** What an entry has at each of the points, in one unit; null where it has no place there. */
export interface ScoredEntry {
  entry: string;
  at: ({ value: number; doubt: DoubtTerm[]; shared: number; watts?: number } | null)[];
}

export interface Score {
  entry: string;
  value: number;
  interval95: number;
  placeFrom: number;
  placeTo: number;
}

/** Where the figures of another draw level with the leader's when the weight of one point moves, the others keeping their proportions. */
export interface WeightFlip {
  point: number;
  /** Share of that point of all weight, now and where it flips. */
  now: number;
  flipsAt: number;
  to: string;
}

export interface OverLines {
  /** Best first. */
  scores: Score[];
  /** Entries without a place at a point that counts. */
  leftOut: { entry: string; points: number[] }[];
  /** The leader is better than every other at every point by more than their simultaneous difference: no weights change that. */
  anyWeights: boolean;
  flips: WeightFlip[];
}

/** Terms of one kind as if they moved together over all points: a mount, a meter and a sensor do, and passes are no worse so. */
function together(terms: readonly (readonly DoubtTerm[])[], shares: readonly number[]): DoubtTerm[] {
  const kinds = [...new Set(terms.flatMap((list) => list.map(({ from }) => from)))];
  return kinds.map((from) => {
    const found = terms.map((list) => list.find((term) => term.from === from));
    const sigma = found.reduce((sum, term, i) => sum + shares[i]! * Math.sqrt(term?.variance ?? 0), 0);
    return {
      from,
      variance: sigma ** 2,
      freedom: Math.min(...found.map((term) => term?.freedom ?? Infinity)),
      sharedPart: Math.max(...found.map((term) => term?.sharedPart ?? 0)),
    };
  });
}

/** Where `other` comes level with the leader as the share of a point moves from where it is, either way; null where nowhere. */
function levelAt(ahead: readonly number[], shares: readonly number[], point: number): number | null {
  const now = shares[point]!;
  if (now === 1) return null;
  const rest = ahead.reduce((sum, gap, i) => (i === point ? sum : sum + (gap * shares[i]!) / (1 - now)), 0);
  const slope = ahead[point]! - rest;
  const at = slope === 0 ? NaN : -rest / slope;
  return at >= 0 && at <= 1 ? at : null;
}

/**
 * A score over several loads and lines by weights: the weighted mean of values of one unit (K/W, where loads differ), with its
 * order, ties and how far the order hangs on the weights. Terms of one kind are taken to move together over the points, which makes
 * no doubt too small. Entries that lack a point that counts have no score.
 *
 * Example: 0.20 and 0.30 K/W against 0.22 and 0.27 at weights 1 and 1: the second leads by 0.245, and the first from a share of
 * 0.6 of the first point on.
 *
 * @throws where a weight is negative or not finite
 */
export function overLines(
  entries: readonly ScoredEntry[],
  points: readonly WeightedPoint[],
  better: 'lower' | 'higher' = 'lower',
): Outcome<OverLines> {
  const wrong = points.find(({ weight }) => !(weight >= 0 && weight < Infinity));
  if (wrong) throw new RangeError(`overLines: weights must be 0 or more, got ${wrong.weight}`);
  const total = points.reduce((sum, { weight }) => sum + weight, 0);
  if (!(total > 0)) return unknown('the weights sum to nothing: give one load and line a weight');
  const shares = points.map(({ weight }) => weight / total);
  const counting = points.flatMap(({ weight }, i) => (weight > 0 ? [i] : []));
  const leftOut = entries.flatMap(({ entry, at }) => {
    const missing = counting.filter((i) => at[i] === null);
    return missing.length > 0 ? [{ entry, points: missing }] : [];
  });
  const sign = better === 'lower' ? 1 : -1;
  const scored = entries
    .filter(({ at }) => counting.every((i) => at[i] !== null))
    .map(({ entry, at }) => {
      const held = at.map((point) => point ?? { value: 0, doubt: [], shared: 0, watts: 0 });
      const sum = (of: (point: (typeof held)[number]) => number) =>
        held.reduce((all, point, i) => all + shares[i]! * of(point), 0);
      return {
        ...{ entry, parts: held, at: held.map(({ value }) => value) },
        value: sum(({ value }) => value),
        shared: sum(({ shared }) => shared),
        watts: sum(({ watts }) => watts ?? 0),
        doubt: together(
          held.map(({ doubt }) => doubt),
          shares,
        ),
      };
    })
    .sort((a, b) => sign * (a.value - b.value) || (a.entry < b.entry ? -1 : 1));
  const told = ties(scored);
  const scores = scored.map(({ entry, value, doubt }, i) => ({
    ...{ entry, value, interval95: halfWidth(doubt) },
    ...{ placeFrom: told.placeFrom[i]!, placeTo: told.placeTo[i]! },
  }));
  const [leader, ...others] = scored;
  /** By how much the leader is ahead of another at each point. */
  const aheadOf = (other: (typeof scored)[number]) =>
    other.at.map((value, i) => sign * (value - leader!.at[i]!));
  const flips = counting.flatMap((point): WeightFlip[] => {
    const now = shares[point]!;
    const found = others.flatMap((other) => {
      const flipsAt = levelAt(aheadOf(other), shares, point);
      return flipsAt === null ? [] : [{ point, now, flipsAt, to: other.entry }];
    });
    // The first to take over on the way up, and the first on the way down.
    const nearest = (side: WeightFlip[]) =>
      side.sort((a, b) => Math.abs(a.flipsAt - now) - Math.abs(b.flipsAt - now)).slice(0, 1);
    return [
      ...nearest(found.filter(({ flipsAt }) => flipsAt > now)),
      ...nearest(found.filter(({ flipsAt }) => flipsAt < now)),
    ];
  });
  const isSurelyAhead = (other: (typeof scored)[number], point: number) => {
    const [one, two] = [leader!, other].map(({ parts }) => parts[point]!);
    return sign * (two!.value - one!.value) > pairDifference(one!, two!, scored.length).interval95;
  };
  const anyWeights =
    others.length > 0 && others.every((other) => counting.every((i) => isSurelyAhead(other, i)));
  return known({
    scores,
    leftOut,
    anyWeights: scored.length > 0 && anyWeights,
    flips: anyWeights ? [] : flips,
  });
}

/** Who is first over a stretch of the share of one point, the others keeping their proportions. */
export interface LeadStretch {
  from: number;
  to: number;
  /** One leads alone, or several tie for it. */
  first: string[];
}

/** Odd, so that no step falls on the shares that people choose. */
const STEPS = 51;

/**
 * Who leads as the share of one point goes from none to all of the weight, in stretches: one leader alone, or those that tie.
 *
 * Example: 0.20 and 0.30 K/W against 0.22 and 0.27: the second up to a share of 0.6 of the first point, the first from there.
 */
export function leadsAlong(
  entries: readonly ScoredEntry[],
  points: readonly WeightedPoint[],
  point: number,
): LeadStretch[] {
  const rest = points.reduce((sum, { weight }, i) => (i === point ? sum : sum + weight), 0);
  const stretches: LeadStretch[] = [];
  for (let step = 0; step <= STEPS; step += 1) {
    const share = step / STEPS;
    const weighted = points.map(({ label, weight }, i) => ({
      label,
      // With nothing else weighed, the others share what is left alike.
      weight: i === point ? share : (1 - share) * (rest > 0 ? weight / rest : 1 / (points.length - 1)),
    }));
    const told = overLines(entries, weighted);
    const first = told.known
      ? told.value.scores
          .filter(({ placeFrom }) => placeFrom === 1)
          .map(({ entry }) => entry)
          .sort()
      : [];
    const last = stretches.at(-1);
    if (last && last.first.join('\n') === first.join('\n')) last.to = share;
    else {
      if (last) last.to = share - 0.5 / STEPS;
      stretches.push({ from: last ? share - 0.5 / STEPS : 0, to: share, first });
    }
  }
  return stretches;
}
