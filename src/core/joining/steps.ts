import { isMissing } from '../missing';
import { usualStepS } from '../settling/standsForS';
import { median } from '../statistics/median';

export interface WatchedChannel {
  timeS: ArrayLike<number>;
  values: ArrayLike<number>;
  /** Smallest step that counts, in the channel's unit, and as a share of its level. */
  leastStep: number;
  leastShare: number;
}

const LEAST_BIN_S = 5;
/** Bins looked at on either side of a place; two of them at least hold a reading. */
const SIDE = 5;
/** Changes nearer to each other than this are one: load and fans are set one after the other. */
export const APART_S = 60;
/** A row that has gone this share of the way is no reading of the old level any more. */
const LEFT_SHARE = 0.35;

interface Rows {
  t: number[];
  v: number[];
}

function presentRows({ timeS, values }: WatchedChannel): Rows {
  const rows: Rows = { t: [], v: [] };
  for (let i = 0; i < timeS.length; i += 1) {
    if (isMissing(values[i]!) || isMissing(timeS[i]!)) continue;
    rows.t.push(timeS[i]!);
    rows.v.push(values[i]!);
  }
  return rows;
}

/** Bins of a channel at most: eleven days of them. A log that reaches farther has a date misread, and the bins grow with it. */
const MOST_BINS = 200_000;

/** Means over bins; null where a bin holds no reading, which says nothing of a level. */
function binned({ t, v }: Rows, binS: number): (number | null)[] {
  const fromS = t[0]!;
  const count = Math.floor((t[t.length - 1]! - fromS) / binS) + 1;
  const sums = new Float64Array(count);
  const counts = new Uint32Array(count);
  for (let i = 0; i < t.length; i += 1) {
    const bin = Math.floor((t[i]! - fromS) / binS);
    sums[bin]! += v[i]!;
    counts[bin]! += 1;
  }
  return Array.from(sums, (sum, i) => (counts[i]! > 0 ? sum / counts[i]! : null));
}

const present = (values: readonly (number | null)[]) =>
  values.filter((value): value is number => value !== null);

/** The smallest step that counts between two levels. */
const leastOf = ({ leastStep, leastShare }: WatchedChannel, a: number, b: number) =>
  Math.max(leastStep, leastShare * Math.max(Math.abs(a), Math.abs(b)));

/** How many times the smallest step the level moves at each bin. */
function shifts(channel: WatchedChannel, bins: readonly (number | null)[]): number[] {
  return bins.map((here, i) => {
    const before = present(bins.slice(Math.max(0, i - SIDE), i));
    const after = present(bins.slice(i, i + SIDE));
    if (here === null || before.length < 2 || after.length < 2) return 0;
    const [a, b] = [median(before), median(after)];
    // A bin that straddles the step lies between: the shift is sharpest where neighbours agree with their side.
    const straddle = Math.abs(here - b) + Math.abs((bins[i - 1] ?? a) - a);
    return (Math.abs(b - a) - 0.5 * straddle) / leastOf(channel, a, b);
  });
}

interface Sums {
  n: number;
  t: number;
  v: number;
  tt: number;
  tv: number;
  vv: number;
}

function sumsOf({ t, v }: Rows, from: number, to: number): Sums {
  const sums = { n: 0, t: 0, v: 0, tt: 0, tv: 0, vv: 0 };
  for (let i = from; i < to; i += 1) {
    const time = t[i]! - t[from]!;
    sums.n += 1;
    sums.t += time;
    sums.v += v[i]!;
    sums.tt += time * time;
    sums.tv += time * v[i]!;
    sums.vv += v[i]! * v[i]!;
  }
  return sums;
}

/** Squares that a straight line leaves. */
function lineResidual({ n, t, v, tt, tv, vv }: Sums): number {
  const [sxx, sxy, syy] = [tt - (t * t) / n, tv - (t * v) / n, vv - (v * v) / n];
  return sxx > 0 ? Math.max(0, syy - (sxy * sxy) / sxx) : syy;
}

/**
 * The first row of a new level near a time, where two means explain the rows best (Hinkley 1970) and better than a line does: what
 * creeps is no step. Null where there is none.
 */
function momentOf(channel: WatchedChannel, rows: Rows, nearS: number, aroundS: number): number | null {
  const { t, v } = rows;
  let from = lowerBound(t, nearS - aroundS);
  let to = lowerBound(t, nearS + aroundS);
  if (to - from < 4) [from, to] = [Math.max(0, from - 2), Math.min(t.length, to + 2)];
  if (to - from < 4) return null;
  const all = sumsOf(rows, from, to);
  let best = { between: -1, at: -1, a: 0, b: 0 };
  let sum = 0;
  for (let i = from + 1; i < to; i += 1) {
    sum += v[i - 1]!;
    const n = i - from;
    if (n < 2 || all.n - n < 2) continue;
    const [a, b] = [sum / n, (all.v - sum) / (all.n - n)];
    const between = ((n * (all.n - n)) / all.n) * (b - a) ** 2;
    if (between > best.between) best = { between, at: i, a, b };
  }
  const { at, a, b, between } = best;
  if (at < 0 || Math.abs(b - a) < 0.8 * leastOf(channel, a, b)) return null;
  const total = all.vv - (all.v * all.v) / all.n;
  if (total - between > lineResidual(all)) return null;
  // What was on its way already belongs to the new level: no row of it may stand in the old one's window.
  let first = at;
  while (first - 1 > from && Math.abs(v[first - 1]! - a) > LEFT_SHARE * Math.abs(b - a)) first -= 1;
  return t[first]!;
}

/** First index of an ascending clock at or after a time. */
function lowerBound(t: readonly number[], atS: number): number {
  let [low, high] = [0, t.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (t[middle]! < atS) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * When the level of one channel steps by more than its smallest step, s: the time of the first row that is of the new level, looked for
 * in the rows themselves, at any rate from ten a second to one a minute. Places are found by medians over five bins on either side
 * (of 5 s, or of a row where rows are slower), the largest first, and told to the row.
 *
 * Example: An hour at 170 W in rows of 10 s, then one at 90 W: the time of the first row at 90 W.
 */
export function stepsOf(channel: WatchedChannel): number[] {
  const rows = presentRows(channel);
  if (rows.t.length < 4) return [];
  const reachS = rows.t[rows.t.length - 1]! - rows.t[0]!;
  const stepS = usualStepS(rows.t, 0, Math.min(rows.t.length, 5000) - 1);
  const binS = Math.max(LEAST_BIN_S, stepS, reachS / MOST_BINS);
  const candidates = shifts(channel, binned(rows, binS))
    .map((size, i) => ({ size, atS: rows.t[0]! + i * binS }))
    .filter(({ size }) => size > 1)
    .sort((a, b) => b.size - a.size || a.atS - b.atS);
  const apartS = Math.max(APART_S, 3 * binS);
  const taken: number[] = [];
  const moments: number[] = [];
  for (const { atS } of candidates) {
    if (taken.some((other) => Math.abs(other - atS) < apartS)) continue;
    const moment = momentOf(channel, rows, atS, 3 * binS);
    if (moment === null) continue;
    taken.push(atS);
    moments.push(moment);
  }
  return moments.sort((a, b) => a - b);
}

/**
 * Changes of one evening from those of its channels: those within a minute of the first of them are one, and it stands for them, so that
 * nothing of what came then lies before the cut.
 *
 * @example merged([100, 1000, 112, 130]) → [100, 1000]
 */
export function merged(moments: readonly number[]): number[] {
  const cuts: number[] = [];
  for (const moment of [...moments].sort((a, b) => a - b))
    if (cuts.length === 0 || moment - cuts[cuts.length - 1]! >= APART_S) cuts.push(moment);
  return cuts;
}
