/** Clocks are written to the millisecond at best; ends of a window are taken from them, s. */
const ROUNDING_S = 1e-6;

/**
 * Samples of an ascending clock from one time to another, both ends included: the first, and the one behind the last.
 *
 * samplesBetween([0, 2, 4, 6], 2, 4) is { first: 1, end: 3 }.
 */
export function samplesBetween(
  timeS: ArrayLike<number>,
  startS: number,
  endS: number,
): { first: number; end: number } {
  let first = 0;
  while (first < timeS.length && timeS[first]! < startS - ROUNDING_S) first += 1;
  let end = first;
  while (end < timeS.length && timeS[end]! <= endS + ROUNDING_S) end += 1;
  return { first, end };
}
