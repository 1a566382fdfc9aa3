import { isMissing } from '../missing';
import { median } from '../statistics/median';

export interface WatchedChannel {
  timeS: ArrayLike<number>;
  values: ArrayLike<number>;
  /** Smallest step that counts, in the channel's unit, and as a share of its level. */
  leastStep: number;
  leastShare: number;
}

const BIN_S = 5;
/** Bins looked at on either side of a place. */
const SIDE = 5;
const APART_S = 60;

/** Means over bins of 5 s from `fromS`; NaN in empty bins. */
function binned({ timeS, values }: WatchedChannel, fromS: number, count: number): number[] {
  const sums = new Array<number>(count).fill(0);
  const counts = new Array<number>(count).fill(0);
  for (let i = 0; i < timeS.length; i += 1) {
    const bin = Math.floor((timeS[i]! - fromS) / BIN_S);
    if (bin < 0 || bin >= count || isMissing(values[i]!)) continue;
    sums[bin]! += values[i]!;
    counts[bin]! += 1;
  }
  return sums.map((sum, i) => (counts[i]! > 0 ? sum / counts[i]! : Number.NaN));
}

/** How many times the smallest step the level moves at each bin. */
function shifts(channel: WatchedChannel, fromS: number, count: number): number[] {
  const bins = binned(channel, fromS, count);
  return bins.map((_, i) => {
    const before = bins.slice(Math.max(0, i - SIDE), i).filter((v) => !Number.isNaN(v));
    const after = bins.slice(i, i + SIDE).filter((v) => !Number.isNaN(v));
    if (before.length < 2 || after.length < 2) return 0;
    const a = median(before);
    const b = median(after);
    const step = Math.max(channel.leastStep, channel.leastShare * Math.max(Math.abs(a), Math.abs(b)));
    // A bin that straddles the step lies between: the shift is sharpest where neighbours agree with their side.
    const straddle = Math.abs(bins[i]! - b) + Math.abs((bins[i - 1] ?? a) - a);
    return (Math.abs(b - a) - 0.5 * straddle) / step;
  });
}

/**
 * Where one long log of an evening changes its heat load or fan setting: the times, s, at which the level of
 * a channel steps by more than its smallest step (medians of 25 s on either side), the largest first within
 * a minute. Good to a bin of 5 s; a reviewer may move them.
 *
 * Example: An hour at 170 W, then one at 90 W: one cut, at the change.
 */
export function cutRuns(channels: readonly WatchedChannel[]): number[] {
  const watched = channels.filter((channel) => channel.timeS.length > 1);
  if (watched.length === 0) return [];
  const fromS = Math.min(...watched.map((channel) => channel.timeS[0]!));
  const toS = Math.max(...watched.map((channel) => channel.timeS[channel.timeS.length - 1]!));
  const count = Math.ceil((toS - fromS) / BIN_S);
  const all = watched.map((channel) => shifts(channel, fromS, count));
  const largest = Array.from({ length: count }, (_, i) => Math.max(...all.map((values) => values[i]!)));
  const candidates = largest
    .map((size, i) => ({ size, atS: fromS + i * BIN_S }))
    .filter((other) => other.size > 1);
  candidates.sort((a, b) => b.size - a.size || a.atS - b.atS);
  const cuts: number[] = [];
  for (const { atS } of candidates) {
    if (cuts.every((cut) => Math.abs(cut - atS) >= APART_S)) cuts.push(atS);
  }
  return cuts.sort((a, b) => a - b);
}
