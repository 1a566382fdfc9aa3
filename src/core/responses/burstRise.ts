import { isMissing } from '../missing';
import { known, unknown, type Outcome } from '../outcome';

/** Readings further away from the moment than this say nothing of it in a quick log, s. */
export const LEAST_REACH_S = 10;

/**
 * Rise so long after the load came on, K: die less room, between the readings before and after that moment. Not
 * computable where the log begins later than the load, or has a hole there.
 *
 * burstRise of a log that reads 10 K after 20 s and 14 K after 40 s, 30 s after the load, is 12 K.
 *
 * @param timeS clock of the log, s, ascending
 * @param riseK die less room at each reading, K; MISSING where there is none
 * @param onS when the load came on, s of the log's clock
 * @param afterS seconds after that, above 0
 * @param reachS how far a reading stands for its neighbourhood, s: more where the log is slower
 * @throws where `afterS` is not above 0
 */
export function burstRise(
  timeS: Float64Array,
  riseK: Float64Array,
  onS: number,
  afterS: number,
  reachS = LEAST_REACH_S,
): Outcome<number> {
  if (!(afterS > 0)) throw new RangeError(`burstRise: afterS must be above 0, got ${afterS}`);
  const atS = onS + afterS;
  let before = -1;
  let after = -1;
  for (let i = 0; i < timeS.length && after < 0; i += 1) {
    if (isMissing(riseK[i]!)) continue;
    if (timeS[i]! <= atS) before = i;
    else after = i;
  }
  if (before < 0 || after < 0 || atS - timeS[before]! > reachS || timeS[after]! - atS > reachS)
    return unknown(`no readings ${afterS} s after the load came on`);
  const along = (atS - timeS[before]!) / (timeS[after]! - timeS[before]!);
  return known(riseK[before]! + along * (riseK[after]! - riseK[before]!));
}
