import { known, unknown, type Outcome } from '../outcome';
import type { LoadStretch } from './loadStretch';
import { usualStepS } from './standsForS';

export interface Window {
  /** First and last sample inside. */
  first: number;
  last: number;
  startS: number;
  endS: number;
}

/**
 * The settled window: the last `windowS` seconds of the stretch with the load on (FORMATS step 1).
 * A sample stands for the time to the next, so that 300 samples at 1 Hz fill 300 s.
 * Not computable where the stretch is shorter than the window.
 *
 * Example: Of 420 s at one sample a second the last 300 of them.
 *
 * @throws where windowS is not positive
 */
export function settledWindow(
  timeS: ArrayLike<number>,
  stretch: LoadStretch,
  windowS: number,
): Outcome<Window> {
  if (!(windowS > 0)) throw new RangeError(`settledWindow: windowS must be positive, got ${windowS}`);
  const { first, last } = stretch;
  const endS = timeS[last]!;
  const step = usualStepS(timeS, first, last);
  const coveredS = endS - timeS[first]! + step;
  if (coveredS < windowS - 1e-6) {
    return unknown(`only ${Math.round(coveredS)} s with the load on, ${Math.round(windowS)} s needed`);
  }
  let start = last;
  while (start > first && timeS[start - 1]! > endS - windowS + 1e-6) start -= 1;
  return known({ first: start, last, startS: timeS[start]!, endS });
}
