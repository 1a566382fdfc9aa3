import { isMissing, MISSING, presentMean } from '../missing';
import { leastSquaresLine } from '../statistics/leastSquaresLine';
import { LEAKAGE_SHARE, LIMIT_BAND_K, LIMITED_SHARE, loadStretch } from '../settling/loadStretch';
import { judgeSettling } from '../settling/judgeSettling';
import { standsForS } from '../settling/standsForS';
import { settledWindow, type Window } from '../settling/settledWindow';
import type { SettlingFit } from '../settling/settlingFit';
import { levelStepDb } from '../levels/levelStep';
import { known, unknown, type Outcome } from '../outcome';
import { impossibleRise } from './impossible';
import type { Trace } from './trace';

export interface ReductionRule {
  /** Nominal heat load, W; 0 is idle. */
  loadW: number;
  /** A named program keeps its measured rise and watts. */
  program: boolean;
  limitC: number;
  windowS: number;
  /** Stands in where the trace has no room probe, °C. */
  typedAmbientC?: number;
  /** A window moved by hand, s in the trace's clock: stands in for the automatic one. */
  movedWindow?: { startS: number; endS: number };
}

export interface Reduction {
  settled: boolean;
  /** Why the run is not settled; empty where it is. */
  unsettledReason: string;
  /** The window that counts; null for means typed by hand. */
  window: { startS: number; endS: number } | null;
  cpuMeanC: number;
  cpuMaxC: number;
  ambientMeanC: number;
  ambientSource: 'probe' | 'typed';
  /** Mean power that really flowed, W; the nominal load where none was logged. */
  powerMeanW: number;
  powerSource: 'measured' | 'nominal';
  /** Mean rise over ambient as it was, K. */
  measuredRiseK: number;
  /** Largest rise over ambient in the window, K. */
  maximumRiseK: number;
  /** K/W; not known where no power flowed. */
  resistanceKPerW: Outcome<number>;
  /** The rise that counts: restated at the nominal load at fixed watts, K. */
  riseK: number;
  heatLimited: boolean;
  heatLimitedShare: number;
  /** Slope of the rise that counts over the window, K/min; missing for typed means. */
  slopeKPerMin: Outcome<number>;
  fit: Outcome<SettlingFit>;
  /** How far the mean over the window stands short of the fitted end value, K; 0 where not identified. */
  shortfallK: number;
  /** The rise turns up again at its end. */
  runningAway: boolean;
  /** How far the room moved over the window, K. */
  roomMovedK: number;
  /** Largest step of the logged level within the window, dB; 0 where none was logged. */
  levelMovedDb: number;
}

/** Counts the changes of this rule, and of what a run has values for: what is kept under an older one is made again. */
export const REDUCTION_RULE = 5;

/** A window that lost more of its time than this gives no mean to trust. */
const LEAST_PRESENT_SHARE = 0.5;

/** The samples of a window moved by hand. */
function windowBetween(
  timeS: Float64Array,
  { startS, endS }: { startS: number; endS: number },
): Outcome<Window> {
  let first = 0;
  while (first < timeS.length && timeS[first]! < startS) first += 1;
  let last = timeS.length - 1;
  while (last >= 0 && timeS[last]! > endS) last -= 1;
  if (last - first < 2) return unknown('fewer than three readings in the moved window');
  return known({ first, last, startS: timeS[first]!, endS: timeS[last]! });
}

/** How far a steady drift took the room over the window, K. */
function roomMoved(timeS: Float64Array, ambientC: Float64Array | null, first: number, end: number): number {
  if (!ambientC) return 0;
  const line = leastSquaresLine(timeS.subarray(first, end), ambientC.subarray(first, end));
  return line.known ? Math.abs(line.value.slope) * (timeS[end - 1]! - timeS[first]!) : 0;
}

/**
 * A run becomes a number: FORMATS steps 1 to 4 on one trace. Not computable where the log has no die
 * temperature in the window or no room temperature; a run that has not settled is a result and says why.
 *
 * @throws where the load is negative or the window not positive
 */
export function reduceTrace(trace: Trace, rule: ReductionRule): Outcome<Reduction> {
  const { loadW, program, limitC, windowS } = rule;
  if (!(loadW >= 0)) throw new RangeError(`reduceTrace: loadW must be 0 or more, got ${loadW}`);
  const stretch = loadStretch(trace, loadW, limitC);
  if (!stretch.known) return stretch;
  const moved = rule.movedWindow && windowBetween(trace.timeS, rule.movedWindow);
  const wanted = moved ?? settledWindow(trace.timeS, stretch.value, windowS);
  if (moved && !moved.known) return moved;
  // By hand a window may lie anywhere; the automatic one ends with the load.
  const stretchFirst = Math.min(stretch.value.first, moved?.known ? moved.value.first : Infinity);
  const last = moved?.known ? moved.value.last : stretch.value.last;
  // A stretch shorter than the window still shows its numbers; it only supports no curve.
  const window: Window = wanted.known
    ? wanted.value
    : {
        first: stretchFirst,
        last,
        startS: trace.timeS[stretchFirst]!,
        endS: trace.timeS[last]!,
      };
  const first = window.first;
  const end = last + 1;
  const { cpuC, powerW } = trace;
  const ambientSource = trace.ambientC ? 'probe' : 'typed';
  if (!trace.ambientC && rule.typedAmbientC === undefined)
    return unknown('no room temperature, logged or typed');
  const ambientAt = (i: number) => (trace.ambientC ? trace.ambientC[i]! : rule.typedAmbientC!);

  const count = end - stretchFirst;
  const timeS = trace.timeS.subarray(stretchFirst, end);
  const rise = new Float64Array(count);
  for (let i = 0; i < count; i += 1) rise[i] = cpuC[stretchFirst + i]! - ambientAt(stretchFirst + i);
  const windowOffset = first - stretchFirst;
  const measuredRiseK = presentMean(rise, windowOffset);
  if (isMissing(measuredRiseK)) return unknown('no die and room temperature together in the window');

  const impossible = impossibleRise(
    presentMean(cpuC, first, end),
    presentMean(cpuC, first, end) - measuredRiseK,
    loadW,
  );
  if (impossible) return unknown(impossible);

  const spansS = standsForS(trace.timeS, first, last);
  let presentS = 0;
  let atLimitS = 0;
  let cpuMaxC = -Infinity;
  let maximumRiseK = -Infinity;
  for (let i = windowOffset; i < count; i += 1) {
    if (isMissing(rise[i]!)) continue;
    const spanS = spansS[i - windowOffset]!;
    presentS += spanS;
    const die = cpuC[stretchFirst + i]!;
    if (die >= limitC - LIMIT_BAND_K) atLimitS += spanS;
    cpuMaxC = Math.max(cpuMaxC, die);
    maximumRiseK = Math.max(maximumRiseK, rise[i]!);
  }
  const heatLimitedShare = presentS > 0 ? Math.min(1, atLimitS / presentS) : 0;
  const heatLimited = heatLimitedShare > LIMITED_SHARE;
  const wholeS = window.endS - window.startS + spansS[spansS.length - 1]!;

  const loggedPowerW = powerW ? presentMean(powerW, first, end) : MISSING;
  const powerSource = isMissing(loggedPowerW) ? 'nominal' : 'measured';
  const powerMeanW = powerSource === 'measured' ? loggedPowerW : loadW;
  const resistanceKPerW: Outcome<number> =
    powerMeanW > 0 ? known(measuredRiseK / powerMeanW) : unknown('no power flowed');
  const fixedWatts = loadW > 0 && !program;
  const riseK = fixedWatts && resistanceKPerW.known ? resistanceKPerW.value * loadW : measuredRiseK;

  // Held at the limit the rise stands still while the power falls: there R × load tells (FORMATS step 1).
  const byResistance = heatLimited && powerSource === 'measured' && fixedWatts;
  const watched = byResistance
    ? Float64Array.from(rise, (value, i) => {
        const power = powerW![stretchFirst + i]!;
        return power > LEAKAGE_SHARE * loadW ? (value / power) * loadW : MISSING;
      })
    : rise;
  const { slopeKPerMin, fit, shortfallK, isRunningAway, against } = judgeSettling(
    timeS,
    watched,
    windowOffset,
    window,
    !heatLimited,
  );

  const reasons: string[] = [];
  if (!wanted.known) reasons.push(wanted.reason);
  if (presentS < LEAST_PRESENT_SHARE * wholeS)
    reasons.push(`readings for only ${Math.round(presentS)} s of the ${Math.round(wholeS)} s in the window`);
  reasons.push(...against);

  return known({
    settled: reasons.length === 0,
    unsettledReason: reasons.join('; '),
    window: { startS: window.startS, endS: window.endS },
    cpuMeanC: presentMean(cpuC, first, end),
    cpuMaxC,
    ambientMeanC: trace.ambientC ? presentMean(trace.ambientC, first, end) : rule.typedAmbientC!,
    ambientSource,
    powerMeanW,
    powerSource,
    measuredRiseK,
    maximumRiseK,
    resistanceKPerW,
    riseK,
    heatLimited,
    heatLimitedShare,
    slopeKPerMin,
    fit,
    shortfallK,
    runningAway: isRunningAway,
    roomMovedK: roomMoved(trace.timeS, trace.ambientC, first, end),
    levelMovedDb: trace.noiseDb ? levelStepDb(trace.noiseDb.subarray(first, end)) : 0,
  });
}
