import { criticalDifferences, type Comparable } from '../uncertainty/criticalDifference';

/** Two places of the order, how far they lie apart, and from where on they could be told apart, K. */
export interface PlacePair {
  better: number;
  worse: number;
  apart: number;
  difference: number;
}

/** Entries next to each other of whom no two can be told apart: the pair of its first and its last place. */
export interface Bracket extends PlacePair {
  /** Where it ends: the nearest of its entries that can be told from the next one; null at the end of the order. */
  end: PlacePair | null;
}

export interface Ties {
  /** Groups by their leader (FORMATS step 9), 1, 2, …, in the order given. */
  groups: number[];
  /** One more than the number of entries that are surely better; all placed less those that are surely worse. */
  placeFrom: number[];
  placeTo: number[];
  /** Two or more entries each; they may overlap. By first place. */
  brackets: Bracket[];
}

/**
 * How an order of `count` entries ties, from the gap of each pair and the difference that would tell it apart, K.
 *
 * Example: Three in order with gaps of 0.2 and 0.9 K, and 0.5 K that would tell: the first two tie, the third stands
 * alone.
 */
export function tiesOf(
  count: number,
  gapK: (better: number, worse: number) => number,
  criticalK: (better: number, worse: number) => number,
): Ties {
  const told = (i: number, j: number) => !(gapK(i, j) < criticalK(i, j));
  const all = Array.from({ length: count }, (_, i) => i);
  const groups: number[] = [];
  let leader = 0;
  for (const i of all) {
    if (i > 0 && told(leader, i)) leader = i;
    groups.push(i === leader ? (groups[i - 1] ?? 0) + 1 : groups[i - 1]!);
  }
  const placeFrom = all.map((i) => 1 + all.filter((j) => j < i && told(j, i)).length);
  const placeTo = all.map((i) => count - all.filter((j) => j > i && told(i, j)).length);
  const pair = (i: number, j: number): PlacePair => ({
    better: i + 1,
    worse: j + 1,
    apart: gapK(i, j),
    difference: criticalK(i, j),
  });
  const brackets: Bracket[] = [];
  for (let from = 0, reached = 0; reached < count; from += 1) {
    // What the bracket before reached holds together without its first, too.
    let to = Math.max(from, reached - 1);
    while (to + 1 < count && all.slice(from, to + 1).every((i) => !told(i, to + 1))) to += 1;
    if (to + 1 <= reached) continue;
    reached = to + 1;
    if (to === from) continue;
    const last = all.slice(from, to + 1).findLast((i) => to + 1 < count && told(i, to + 1));
    brackets.push({ ...pair(from, to), end: last === undefined ? null : pair(last, to + 1) });
  }
  return { groups, placeFrom, placeTo, brackets };
}

/**
 * Ties of entries in their order, best first, by simultaneous 95 % comparison over all of them (FORMATS step 9). From
 * `restatedFrom` on, counted from 0, entries stand by another value (the throttled of a named program by K/W, restated
 * in K): a pair that reaches so far is compared by that one.
 *
 * Example: Two of 38.0 and 38.2 K with 0.3 K of doubt each: one group.
 */
export function ties(
  ordered: readonly Comparable[],
  restated: readonly Comparable[] = ordered,
  restatedFrom = Infinity,
): Ties {
  const plain = criticalDifferences(ordered);
  const other = restated === ordered ? plain : criticalDifferences(restated);
  const gap = (comparables: readonly Comparable[], i: number, j: number) =>
    Math.abs(comparables[i]!.value - comparables[j]!.value);
  return tiesOf(
    ordered.length,
    (i, j) => gap(j >= restatedFrom ? restated : ordered, i, j),
    (i, j) => (j >= restatedFrom ? other : plain)(i, j),
  );
}
