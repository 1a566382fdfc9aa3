import { known, type Outcome } from '../outcome';
import { runningAway } from './runningAway';
import { againstSettled } from './settledRule';
import { settlingFit, settlingFitAt, type SettlingFit } from './settlingFit';
import { toCome } from './toCome';
import { windowSlope } from './windowSlope';

const FIT_STEPS = 60;

/** Mean of the fit over a window. */
function fitMean(fit: SettlingFit, window: { startS: number; endS: number }): number {
  let sum = 0;
  for (let i = 0; i < FIT_STEPS; i += 1)
    sum += settlingFitAt(fit, window.startS + ((i + 0.5) / FIT_STEPS) * (window.endS - window.startS));
  return sum / FIT_STEPS;
}

export interface SettlingJudgement {
  slopeKPerMin: Outcome<number>;
  fit: Outcome<SettlingFit>;
  /**
   * How far the mean over the window stands short of the fitted end value, K; where that is not identified the most that may be
   * still to come.
   */
  shortfallK: number;
  isRunningAway: boolean;
  /** What speaks against having settled, in words. */
  against: string[];
}

/**
 * Whether a rise has settled in the window at its end (FORMATS step 1), one rule for the die and for every other sensor.
 *
 * Example: A rise that climbs by 0.2 K/min over the window: ‘still rising by 0.20 K/min’.
 *
 * @param timeS clock of the stretch with the load on, ascending
 * @param riseK rise over the room on that clock, MISSING where there is none
 * @param offset first sample of the window, which ends with the stretch
 * @param isHeld the die is held at its limit, and the rise follows the power: it runs away from nothing
 */
export function judgeSettling(
  timeS: Float64Array,
  riseK: Float64Array,
  offset: number,
  window: { startS: number; endS: number },
  isHeld = false,
): SettlingJudgement {
  const slope = windowSlope(timeS.subarray(offset), riseK.subarray(offset));
  const slopeKPerMin = slope.known ? known(slope.value.kPerMin) : slope;
  const fit = settlingFit(timeS, riseK);
  const left = toCome(fit, slope, timeS[timeS.length - 1]! - timeS[0]!, isHeld);
  const isRunningAway = !isHeld && runningAway(timeS, riseK);
  const against = againstSettled(slope, left);
  if (isRunningAway) against.push('rising again: the rise turns up again');
  const shortfallK = fit.known
    ? fit.value.endK - fitMean(fit.value, window)
    : Number.isFinite(left.sizeK)
      ? left.sizeK
      : 0;
  return { slopeKPerMin, fit, shortfallK, isRunningAway, against };
}
