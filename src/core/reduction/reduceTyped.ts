import { MISSING } from '../missing';
import { known, unknown, type Outcome } from '../outcome';
import { LIMIT_BAND_K } from '../settling/loadStretch';
import { impossibleRise } from './impossible';
import type { PowerPlace } from './powerPlace';
import type { Reduction } from './reduceTrace';
import { restatedRise } from './restatedRise';

export interface TypedMeans {
  cpuC: number;
  ambientC: number;
  /** Null where no power was read: the nominal load stands in. */
  powerW: number | null;
}

/**
 * A run of settled means typed by hand becomes a number (FORMATS steps 2 to 4). They support a curve as settled
 * runs do, though nothing is left to tell by; what they do not hold (a maximum, a slope) stays missing. The die counts as
 * held by the limit where its mean stands within 0.8 K of it. Not computable where the die stands at or under the room
 * with the load on.
 *
 * @example reduceTyped({ cpuC: 61, ambientC: 21, powerW: 160 }, { loadW: 170, program: false, limitC: 90
 * }).value.riseK → 42.5
 * @throws where the load is negative or a mean is not finite
 */
export function reduceTyped(
  means: TypedMeans,
  rule: { loadW: number; program: boolean; limitC: number; powerAt?: PowerPlace | undefined },
): Outcome<Reduction> {
  const { cpuC, ambientC, powerW } = means;
  if (!(rule.loadW >= 0)) throw new RangeError(`reduceTyped: loadW must be 0 or more, got ${rule.loadW}`);
  if (!Number.isFinite(cpuC) || !Number.isFinite(ambientC)) {
    throw new RangeError(`reduceTyped: temperatures must be finite, got ${cpuC} and ${ambientC}`);
  }
  const impossible = impossibleRise(cpuC, ambientC, rule.loadW);
  if (impossible) return unknown(impossible);
  const measuredRiseK = cpuC - ambientC;
  const heatLimited = cpuC >= rule.limitC - LIMIT_BAND_K;
  const byHand = unknown('typed by hand: there is no log');
  return known({
    settled: true,
    unsettledReason: '',
    tooShort: '',
    hasDie: true,
    window: null,
    cpuMeanC: cpuC,
    cpuMaxC: MISSING,
    ambientMeanC: ambientC,
    ambientSource: 'typed',
    ...restatedRise(powerW, rule, measuredRiseK, heatLimited),
    measuredRiseK,
    maximumRiseK: MISSING,
    heatLimited,
    heatLimitedShare: heatLimited ? 1 : 0,
    slopeKPerMin: byHand,
    fit: byHand,
    shortfallK: 0,
    runningAway: false,
    roomMovedK: 0,
    levelMovedDb: 0,
    powerMovedShare: 0,
    stepUK: 0,
  });
}
