import { isMissing, MISSING, presentMean } from '../missing';
import { leastSquaresLine } from '../statistics/leastSquaresLine';
import { LEAKAGE_SHARE, LIMIT_BAND_K, LIMITED_SHARE } from '../settling/loadStretch';
import { judgeSettling } from '../settling/judgeSettling';
import { standsForS } from '../settling/standsForS';
import type { SettlingFit } from '../settling/settlingFit';
import { windowStep } from '../statistics/windowStep';
import { known, unknown, type Outcome } from '../outcome';
import { countingSpan, type Span, type SpanRule } from './countingSpan';
import { frozenChannel } from './frozenChannel';
import { impossibleRise } from './impossible';
import type { PowerPlace, PowerSource } from './powerPlace';
import { restatedRise } from './restatedRise';
import { stepUncertainty } from './sensorStep';
import type { Trace } from './trace';

export interface ReductionRule extends SpanRule {
  /** A named program keeps its measured rise and watts. */
  program: boolean;
  powerAt?: PowerPlace | undefined;
  /** Stands in where the trace has no room probe, °C. */
  typedAmbientC?: number | undefined;
}

export interface Reduction {
  settled: boolean;
  /** Why the run is not settled; empty where it is. */
  unsettledReason: string;
  /** Of that reason, that its stretch is shorter than the window; empty where it is not. */
  tooShort: string;
  /** Whether a die was measured; without one a run stands on its other readings. */
  hasDie: boolean;
  /** The window that counts; null for means typed by hand. */
  window: { startS: number; endS: number } | null;
  cpuMeanC: number;
  cpuMaxC: number;
  ambientMeanC: number;
  ambientSource: 'probe' | 'typed';
  /** Mean power that really flowed, W; the nominal load where none was logged. */
  powerMeanW: number;
  powerSource: PowerSource;
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
  /** Step of the logged power within the window as a share of its mean; 0 where it holds or none was logged. */
  powerMovedShare: number;
  /** Standard uncertainty of the rise by the steps that die and room show in the log, K; 0 where they show none. */
  stepUK: number;
}

/** Counts the changes of this rule, and of what a run has values for: what is kept under an older one is made again. */
export const REDUCTION_RULE = 7;

/** A window that lost more of its time than this gives no mean to trust. */
const LEAST_PRESENT_SHARE = 0.5;

/** How far a steady drift took the room over the window, K. */
function roomMoved(timeS: Float64Array, ambientC: Float64Array | null, first: number, end: number): number {
  if (!ambientC) return 0;
  const line = leastSquaresLine(timeS.subarray(first, end), ambientC.subarray(first, end));
  return line.known ? Math.abs(line.value.slope) * (timeS[end - 1]! - timeS[first]!) : 0;
}

/** Rise over ambient on the clock of the span, K; MISSING where die or room is. */
function riseOver({ cpuC, ambientC }: Trace, { from, end }: Span, typedAmbientC: number): Float64Array {
  const rise = new Float64Array(end - from);
  for (let i = from; i < end; i += 1) rise[i - from] = cpuC[i]! - (ambientC ? ambientC[i]! : typedAmbientC);
  return rise;
}

interface Extremes {
  cpuMaxC: number;
  maximumRiseK: number;
  /** Share of the window with readings in which the die stood at its limit (FORMATS step 4). */
  heatLimitedShare: number;
  /** Why the window has too few readings; empty where it has enough. */
  tooFew: string;
}

/** What the window holds beside its means; a reading counts for the time that it stands for. */
function extremesOf(trace: Trace, span: Span, rise: Float64Array, limitC: number): Extremes {
  const { window, from } = span;
  const spansS = standsForS(trace.timeS, window.first, window.last);
  let presentS = 0;
  let atLimitS = 0;
  let cpuMaxC = -Infinity;
  let maximumRiseK = -Infinity;
  for (let i = window.first; i <= window.last; i += 1) {
    const riseK = rise[i - from]!;
    if (isMissing(riseK)) continue;
    const spanS = spansS[i - window.first]!;
    const dieC = trace.cpuC[i]!;
    presentS += spanS;
    if (dieC >= limitC - LIMIT_BAND_K) atLimitS += spanS;
    cpuMaxC = Math.max(cpuMaxC, dieC);
    maximumRiseK = Math.max(maximumRiseK, riseK);
  }
  const wholeS = window.endS - window.startS + spansS[spansS.length - 1]!;
  const tooFew =
    presentS < LEAST_PRESENT_SHARE * wholeS
      ? `readings for only ${Math.round(presentS)} s of the ${Math.round(wholeS)} s in the window`
      : '';
  const heatLimitedShare = presentS > 0 ? Math.min(1, atLimitS / presentS) : 0;
  return { cpuMaxC, maximumRiseK, heatLimitedShare, tooFew };
}

/** Power and what follows from it: resistance, and the rise that counts (FORMATS steps 3 and 3a). */
function restated(
  trace: Trace,
  { window }: Span,
  rule: ReductionRule,
  measuredRiseK: number,
  heatLimited: boolean,
) {
  const loggedW = trace.powerW ? presentMean(trace.powerW, window.first, window.last + 1) : MISSING;
  return restatedRise(isMissing(loggedW) ? null : loggedW, rule, measuredRiseK, heatLimited);
}

const COUNTED = ['cpuC', 'ambientC', 'powerW'] as const;
const CALLED = { cpuC: 'die', ambientC: 'room', powerW: 'power' } as const;

/** Which channel that the value needs is frozen, in words; empty where none is. */
function frozenIn(trace: Trace, { window, end }: Span, powerSource: PowerSource): string {
  const frozen = COUNTED.filter((name) => {
    const values = trace[name];
    const isNeeded = name !== 'powerW' || powerSource === 'measured';
    return values && isNeeded && frozenChannel(trace.timeS, values, window.first, end);
  });
  return frozen.length === 0
    ? ''
    : `the log does not change: ${frozen.map((name) => CALLED[name]).join(' and ')} to the last digit for the whole window`;
}

/** A step of the power within the window, as a share of its mean; what scatters is none. */
function powerMoved({ powerW }: Trace, { window, end }: Span): number {
  if (!powerW) return 0;
  const mean = presentMean(powerW, window.first, end);
  return mean > 0 ? windowStep(powerW.subarray(window.first, end)) / mean : 0;
}

/** What the settling is judged by: held at the limit the rise stands still while the power falls, and R × load tells. */
function watchedRise(trace: Trace, { from }: Span, rise: Float64Array, loadW: number): Float64Array {
  return rise.map((value, i) => {
    const powerW = trace.powerW![from + i]!;
    return powerW > LEAKAGE_SHARE * loadW ? (value / powerW) * loadW : MISSING;
  });
}

/**
 * A run becomes a number: FORMATS steps 1 to 4 on one trace. Not computable where the log has no die
 * temperature in the window or no room temperature; a run that has not settled is a result and says why.
 *
 * reduceTrace of a log that ends in 300 s of 61 °C in a room of 21 °C at 160 W, with 170 W nominal, has a rise of
 * 40 K × 170 / 160 = 42.5 K.
 *
 * @throws where the load is negative
 */
export function reduceTrace(trace: Trace, rule: ReductionRule): Outcome<Reduction> {
  const { loadW, limitC } = rule;
  if (!(loadW >= 0)) throw new RangeError(`reduceTrace: loadW must be 0 or more, got ${loadW}`);
  const { cpuC, ambientC, timeS } = trace;
  const found = countingSpan(trace, rule);
  if (!found.known) return found;
  const span = found.value;
  if (!ambientC && rule.typedAmbientC === undefined) return unknown('no room temperature, logged or typed');
  const { window, from, end } = span;
  const typedAmbientC = rule.typedAmbientC ?? MISSING;
  const rise = riseOver(trace, span, typedAmbientC);
  const offset = window.first - from;
  const measuredRiseK = presentMean(rise, offset);
  if (isMissing(measuredRiseK)) return unknown('no die and room temperature together in the window');
  const cpuMeanC = presentMean(cpuC, window.first, end);
  const impossible = impossibleRise(cpuMeanC, cpuMeanC - measuredRiseK, loadW);
  if (impossible) return unknown(impossible);

  const { cpuMaxC, maximumRiseK, heatLimitedShare, tooFew } = extremesOf(trace, span, rise, limitC);
  const heatLimited = heatLimitedShare > LIMITED_SHARE;
  const power = restated(trace, span, rule, measuredRiseK, heatLimited);
  const isFixed = loadW > 0 && !rule.program;
  const byResistance = heatLimited && power.powerSource === 'measured' && isFixed;
  const watched = byResistance ? watchedRise(trace, span, rise, loadW) : rise;
  const judged = judgeSettling(timeS.subarray(from, end), watched, offset, window, heatLimited);
  const reasons = [span.tooShort, tooFew, frozenIn(trace, span, power.powerSource), ...judged.against].filter(
    Boolean,
  );
  return known({
    settled: reasons.length === 0,
    unsettledReason: reasons.join('; '),
    tooShort: span.tooShort,
    hasDie: true,
    window: { startS: window.startS, endS: window.endS },
    cpuMeanC,
    cpuMaxC,
    ambientMeanC: ambientC ? presentMean(ambientC, window.first, end) : typedAmbientC,
    ambientSource: ambientC ? 'probe' : 'typed',
    measuredRiseK,
    maximumRiseK,
    ...power,
    heatLimited,
    heatLimitedShare,
    slopeKPerMin: judged.slopeKPerMin,
    fit: judged.fit,
    shortfallK: judged.shortfallK,
    runningAway: judged.isRunningAway,
    roomMovedK: roomMoved(timeS, ambientC, window.first, end),
    levelMovedDb: trace.noiseDb ? windowStep(trace.noiseDb.subarray(window.first, end)) : 0,
    powerMovedShare: powerMoved(trace, span),
    stepUK: stepUncertainty([trace.cpuC, trace.ambientC], window.first, end),
  });
}
