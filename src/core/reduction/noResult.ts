import { MISSING } from '../missing';
import { unknown } from '../outcome';
import type { Reduction } from './reduceTrace';

/** Said of a run whose die nobody measured: it stands on other readings. */
const NO_DIE = 'no reading of the die';

/** What a kept run is left with that gives no number: it supports no curve, and says why. */
export function noResult(reason: string, { hasDie = true } = {}): Reduction {
  return {
    settled: false,
    unsettledReason: reason,
    tooShort: '',
    hasDie,
    window: null,
    cpuMeanC: MISSING,
    cpuMaxC: MISSING,
    ambientMeanC: MISSING,
    ambientSource: 'probe',
    powerMeanW: MISSING,
    powerSource: 'nominal',
    measuredRiseK: MISSING,
    maximumRiseK: MISSING,
    resistanceKPerW: unknown(reason),
    riseK: MISSING,
    heatLimited: false,
    heatLimitedShare: 0,
    slopeKPerMin: unknown(reason),
    fit: unknown(reason),
    shortfallK: 0,
    runningAway: false,
    roomMovedK: 0,
    levelMovedDb: 0,
    powerMovedShare: 0,
    stepUK: 0,
  };
}

/** The same of a run whose die was not measured: it has other readings. */
export const noDie = (): Reduction => noResult(NO_DIE, { hasDie: false });
