import { isMissing } from '../missing';
import { known, unknown, type Outcome } from '../outcome';

/** A die so near the limit is held there, K (FORMATS step 4). */
const AT_LIMIT_K = 0.8;

/**
 * Seconds from the load until the die first stands at its limit. Not computable where it never does; where it stood there
 * when the load came on it is 0.
 *
 * limitTime of a die that comes to 89.3 °C 210 s after the load, at a limit of 90 °C, is 210 s.
 *
 * @param timeS clock of the log, s, ascending
 * @param dieC the die at each reading, °C; MISSING where there is none
 * @param onS when the load came on, s of the log's clock
 * @param limitC the temperature limit, °C
 * @throws where the limit is no number
 */
export function limitTime(
  timeS: Float64Array,
  dieC: Float64Array,
  onS: number,
  limitC: number,
): Outcome<number> {
  if (!Number.isFinite(limitC)) throw new RangeError(`limitTime: limitC must be finite, got ${limitC}`);
  const at = dieC.findIndex(
    (celsius, i) => timeS[i]! >= onS && !isMissing(celsius) && celsius >= limitC - AT_LIMIT_K,
  );
  return at < 0 ? unknown('it never came to the limit') : known(timeS[at]! - onS);
}
