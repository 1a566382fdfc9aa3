import { isMissing } from '../missing';
import { known, unknown, type Outcome } from '../outcome';

const AFTER_S = 30;
/** Readings further away from the moment than this say nothing of it, s. */
const REACH_S = 10;

/**
 * Rise 30 s after the load came on, K: die less room, between the readings before and after that moment. Not computable
 * where the log begins later than the load, or has a hole there.
 *
 * @param onS when the load came on, s of the log's clock
 */
export function burstRise(timeS: Float64Array, riseK: Float64Array, onS: number): Outcome<number> {
  const atS = onS + AFTER_S;
  let before = -1;
  let after = -1;
  for (let i = 0; i < timeS.length && after < 0; i += 1) {
    if (isMissing(riseK[i]!)) continue;
    if (timeS[i]! <= atS) before = i;
    else after = i;
  }
  if (before < 0 || after < 0 || atS - timeS[before]! > REACH_S || timeS[after]! - atS > REACH_S)
    return unknown('no readings 30 s after the load came on');
  const along = (atS - timeS[before]!) / (timeS[after]! - timeS[before]!);
  return known(riseK[before]! + along * (riseK[after]! - riseK[before]!));
}
