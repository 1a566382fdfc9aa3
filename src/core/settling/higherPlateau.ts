import { isMissing, presentMean } from '../missing';

export interface LoggedPower {
  timeS: ArrayLike<number>;
  /** The die; null where nothing tells whether it falls with the power. */
  dieC: ArrayLike<number> | null;
  powerW: ArrayLike<number>;
}

/** Samples from the first to the last of them. */
interface Part {
  first: number;
  last: number;
}

/** A plateau lasts so long at least, s; less is a dip. */
const LEAST_S = 30;
/** Two plateaus lie so far apart, as a share of the higher one, and by so many standard deviations of what is within them. */
const APART_SHARE = 0.12;
const APART_DEVIATIONS = 6;
/** The die falls by so much at least where the load goes, K: held at its limit it does not. */
const FALLS_K = 1;

/** The two levels that powers gather at (Otsu 1979); null where they are one. */
function twoLevels(powers: Float64Array): { low: number; high: number } | null {
  const sorted = powers.filter((power) => !isMissing(power)).sort();
  const count = sorted.length;
  if (count < 4) return null;
  let total = 0;
  let squares = 0;
  for (const power of sorted) {
    total += power;
    squares += power * power;
  }
  let best = { between: 0, low: 0, high: 0 };
  let below = 0;
  for (let i = 1; i < count; i += 1) {
    below += sorted[i - 1]!;
    const low = below / i;
    const high = (total - below) / (count - i);
    const between = ((i * (count - i)) / count) * (high - low) ** 2;
    if (between > best.between) best = { between, low, high };
  }
  const within = Math.sqrt(Math.max(0, squares - (total * total) / count - best.between) / count);
  const apart = best.high - best.low;
  return apart > APART_SHARE * best.high && apart > APART_DEVIATIONS * within ? best : null;
}

/** Mean over the last third of some samples; MISSING where there is none. */
const endOf = (values: ArrayLike<number>, first: number, last: number) =>
  presentMean(values, last - Math.floor((last - first) / 3), last + 1);

/**
 * Of a stretch that counts as loaded, the part on its higher plateau: a meter at the wall sees an idle of more than half of the
 * nominal load too, before the load and after it (FORMATS step 1). Only a lower plateau at either end is cut off, and only where the
 * die falls with the power: one that is held at its limit draws less and falls by nothing.
 *
 * Example: 130 W for a quarter of an hour and 52 W after it, the die down by 18 K: the quarter of an hour.
 */
export function higherPlateau({ timeS, dieC, powerW }: LoggedPower, stretch: Part): Part {
  const { first, last } = stretch;
  let most = 0;
  for (let i = first; i <= last; i += 1) if (powerW[i]! > most) most = powerW[i]!;
  // Nearly every log: as high at its ends as anywhere.
  if (!(powerW[first]! < (1 - APART_SHARE) * most) && !(powerW[last]! < (1 - APART_SHARE) * most))
    return stretch;
  const levels = twoLevels(Float64Array.from({ length: last + 1 - first }, (_, i) => powerW[first + i]!));
  if (!levels) return stretch;
  const isLow = (i: number) => isMissing(powerW[i]!) || powerW[i]! < (levels.low + levels.high) / 2;
  let [start, end] = [first, last];
  while (end > first && isLow(end)) end -= 1;
  while (start < end && isLow(start)) start += 1;
  const loadedC = dieC ? endOf(dieC, start, end) : NaN;
  const falls = (from: number, to: number) =>
    timeS[to]! - timeS[from]! >= LEAST_S && (!dieC || endOf(dieC, from, to) < loadedC - FALLS_K);
  return {
    first: start > first && falls(first, start - 1) ? start : first,
    last: end < last && falls(end + 1, last) ? end : last,
  };
}
