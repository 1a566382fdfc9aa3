import { isMissing } from '../missing';

/** A channel that changed so often within a window's length before it stood still was alive. */
const LEAST_CHANGES = 10;
/** Neighbouring values that are no jitter between two steps of a coarse sensor: so many different ones. */
const LEAST_VALUES = 3;
/** A sensor of coarser steps than this may well stand still for a window, in its unit. */
const COARSE_STEP = 0.45;

/**
 * Whether a channel stands still to the last digit from `first` to `end` (exclusive) although it moved before: its log is frozen
 * (FORMATS step 1). What moved before is looked at for as long as the window lasts, right before it stood still: a probe that
 * wanders between two neighbouring tenths, or a sensor of whole degrees, stands still without being broken.
 *
 * Example: A die that trembled by hundredths for ten minutes and reads 61.37 °C in every row of the window: true.
 */
export function frozenChannel(
  timeS: ArrayLike<number>,
  values: ArrayLike<number>,
  first: number,
  end: number,
): boolean {
  let still: number | null = null;
  for (let i = first; i < end; i += 1) {
    const value = values[i]!;
    if (isMissing(value)) continue;
    if (still === null) still = value;
    else if (value !== still) return false;
  }
  if (still === null) return false;
  let from = first;
  while (from > 0 && (isMissing(values[from - 1]!) || values[from - 1] === still)) from -= 1;
  const spanS = timeS[end - 1]! - timeS[first]!;
  const seen = new Set<number>();
  let changes = 0;
  let leastStep = Infinity;
  let after: number = still;
  for (let i = from - 1; i >= 0 && timeS[from]! - timeS[i]! <= spanS; i -= 1) {
    const value = values[i]!;
    if (isMissing(value)) continue;
    seen.add(value);
    if (value !== after) {
      changes += 1;
      leastStep = Math.min(leastStep, Math.abs(value - after));
    }
    after = value;
  }
  return changes >= LEAST_CHANGES && seen.size >= LEAST_VALUES && leastStep < COARSE_STEP;
}
