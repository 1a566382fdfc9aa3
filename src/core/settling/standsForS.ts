/** A reading stands for its neighbourhood up to here at any pace, s: what a dip of the load may last. */
export const LONGEST_DIP_S = 15;
/** A slow clock's readings stand for so many of its usual steps. */
const STEPS = 2.5;

/**
 * Median step of a clock between two samples, s; 0 where there is none.
 *
 * @example usualStepS([0, 1, 2, 5], 0, 3) → 1
 */
export function usualStepS(timeS: ArrayLike<number>, first: number, last: number): number {
  const steps = new Float64Array(Math.max(0, last - first));
  for (let i = first + 1; i <= last; i += 1) steps[i - first - 1] = timeS[i]! - timeS[i - 1]!;
  steps.sort();
  return steps[Math.floor(steps.length / 2)] ?? 0;
}

/**
 * How long each sample from `first` to `last` stands for, s: until the next one, but for no longer than 15 s or two and a
 * half usual steps, so that a hole in the rows is a hole in time at any sampling rate. The last one stands for a usual
 * step. `timeS` ascends.
 *
 * standsForS([0, 1, 2, 300, 301], 0, 4) is [1, 1, 15, 1, 1].
 */
export function standsForS(timeS: ArrayLike<number>, first: number, last: number): Float64Array {
  const stepS = usualStepS(timeS, first, last);
  const mostS = Math.max(LONGEST_DIP_S, STEPS * stepS);
  return Float64Array.from({ length: last + 1 - first }, (_, i) =>
    first + i === last ? stepS : Math.min(mostS, timeS[first + i + 1]! - timeS[first + i]!),
  );
}
