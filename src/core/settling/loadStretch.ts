import { isMissing } from '../missing';
import { known, unknown, type Outcome } from '../outcome';
import type { Trace } from '../reduction/trace';
import { higherPlateau } from './higherPlateau';
import { LONGEST_DIP_S } from './standsForS';

/** Distance under the limit at which the die counts as held by it, K (FORMATS step 4). */
export const LIMIT_BAND_K = 0.8;
/** A window that stands there for more than this share is heat-limited (FORMATS step 4). */
export const LIMITED_SHARE = 0.2;
/** Power below which nothing but leakage flows, as a share of the nominal load. */
export const LEAKAGE_SHARE = 0.1;

export interface LoadStretch {
  /** First and last sample of the last stretch with the load on. */
  first: number;
  last: number;
}

/**
 * The last stretch of a trace with the load on: power over half of nominal where power is logged
 * (FORMATS step 1). A die held at the limit has the load on however far the processor cut its power,
 * and dips of up to 15 s do not end the stretch: a shorter one is a reading that missed. A missing reading says neither
 * on nor off. At idle (0 W) and without any power all of the trace counts. Of two plateaus over half of nominal the higher one is
 * the load, where the die falls with the power (`higherPlateau`).
 *
 * Example: Power of 4, 168, 169, 170 and 3 W at 170 W nominal: samples 1 to 3.
 *
 * @param loadW nominal load, W, ≥ 0
 * @param limitC temperature limit of the processor, °C; Infinity where `trace.cpuC` is no die
 */
export function loadStretch(trace: Trace, loadW: number, limitC: number): Outcome<LoadStretch> {
  const { timeS, cpuC, powerW } = trace;
  if (timeS.length === 0) return unknown('the log holds no samples');
  const first = 0;
  const last = timeS.length - 1;
  if (!powerW || loadW === 0 || powerW.every(isMissing)) return known({ first, last });
  const isOn = (i: number) => {
    const power = powerW[i]!;
    if (isMissing(power)) return false;
    return power > loadW / 2 || (power > LEAKAGE_SHARE * loadW && cpuC[i]! >= limitC - LIMIT_BAND_K);
  };
  let end = last;
  while (end >= 0 && !isOn(end)) end -= 1;
  if (end < 0) return unknown('the load was never on');
  let start = end;
  for (let i = end - 1; i >= 0; i -= 1) {
    if (isMissing(powerW[i]!)) continue;
    if (isOn(i)) start = i;
    else if (timeS[start]! - timeS[i]! > LONGEST_DIP_S) break;
  }
  // Power readings missing right at either end are part of the stretch: nothing says that the load was off.
  while (start > 0 && isMissing(powerW[start - 1]!)) start -= 1;
  while (end < last && isMissing(powerW[end + 1]!)) end += 1;
  const dieC = Number.isFinite(limitC) ? cpuC : null;
  return known(higherPlateau({ timeS, dieC, powerW }, { first: start, last: end }));
}
