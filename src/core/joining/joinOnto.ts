import { isMissing, MISSING } from '../missing';

/**
 * Puts the readings of one clock onto the times of another: at each time the nearest reading, where one lies
 * within `mostS` of it; else MISSING. Nothing is interpolated or carried on, so no value is invented.
 * Both clocks ascend, in s.
 *
 * joinOnto([0, 1, 2], [0.1, 2.2], [5, 6], 0.5) is [5, MISSING, 6].
 */
export function joinOnto(
  timesS: ArrayLike<number>,
  sourceS: ArrayLike<number>,
  values: ArrayLike<number>,
  mostS: number,
): Float64Array {
  if (!(mostS >= 0)) throw new RangeError(`joinOnto: mostS must be 0 or more, got ${mostS}`);
  const joined = new Float64Array(timesS.length).fill(MISSING);
  let at = 0;
  for (let i = 0; i < timesS.length; i += 1) {
    const time = timesS[i]!;
    while (at + 1 < sourceS.length && Math.abs(sourceS[at + 1]! - time) <= Math.abs(sourceS[at]! - time))
      at += 1;
    if (at < sourceS.length && Math.abs(sourceS[at]! - time) <= mostS && !isMissing(values[at]!))
      joined[i] = values[at]!;
  }
  return joined;
}

/**
 * How far a reading of a clock may stand for its neighbourhood: a little over its usual step, s.
 *
 * Example: A clock of one reading a second reaches a little over one second.
 */
export function reachS(sourceS: ArrayLike<number>): number {
  const steps: number[] = [];
  for (let i = 1; i < sourceS.length && steps.length < 2000; i += 1)
    steps.push(sourceS[i]! - sourceS[i - 1]!);
  steps.sort((a, b) => a - b);
  return 0.75 * (steps[Math.floor(steps.length / 2)] ?? 1) + 0.25;
}
