import { isIdle } from '../../runs/load';
import { LIMIT_BAND_K, LIMITED_SHARE } from '../../settling/loadStretch';
import { mean } from '../../statistics/mean';
import { enter, type BenchRule, type BenchSample, type BenchState } from '../benchState';
import { settlingGauge, type SettlingGauge } from '../settlingGauge';
import { present, since } from '../sampleSlices';
import { STILL_RPM } from './stepTrim';
import { skipPoint } from './takePoint';

/** Idle is watched for so long, s: background work comes and goes. */
export const IDLE_S = 600;
const START_S = 20;
/** Without heat a setting stands once the fan has come to its speed, s. */
export const SPUN_UP_S = 25;
/** The fit is asked so often, s. */
const GAUGE_EVERY_S = 10;
const SHORT_K = 0.1;
const HOLD_SHARE = 0.4;

/**
 * Whether the die stands at its limit for more than a fifth of these samples (FORMATS step 4).
 *
 * @example isLimited([{ dieC: 89.5 }, { dieC: 89.6 }], 90) → true
 */
export function isLimited(samples: readonly BenchSample[], limitC: number): boolean {
  const dies = present(samples, 'dieC');
  return dies.filter((value) => value >= limitC - LIMIT_BAND_K).length > LIMITED_SHARE * dies.length;
}

/**
 * How the soak in hand stands, by the rule of FORMATS step 1: at the limit by R times the nominal load.
 *
 * Example: Ten minutes into a soak at 170 W: a slope of 0.3 K/min, 1.1 K to come.
 */
export function gaugeOf(
  state: BenchState,
  samples: readonly BenchSample[],
  nowS: number,
  rule: BenchRule,
): SettlingGauge {
  const { loadW } = state.points[state.at]!;
  const soak = since(samples, state.soakFromS).filter(
    (sample) => !Number.isNaN(sample.dieC) && !Number.isNaN(sample.roomC),
  );
  const limited = loadW > 0 && isLimited(since(soak, nowS - rule.windowS), rule.limitC);
  const riseOf = (sample: BenchSample) =>
    limited && sample.powerW > 0 && (rule.powerAt ?? 'die') === 'die'
      ? ((sample.dieC - sample.roomC) * loadW) / sample.powerW
      : sample.dieC - sample.roomC;
  return settlingGauge(
    soak.map((sample) => sample.atS - state.soakFromS),
    soak.map(riseOf),
    soak.map((sample) => sample.roomC),
    rule.windowS,
    limited,
  );
}

/**
 * The graphics card's own soak, where it is loaded and its sensor is read; null where not.
 *
 * Example: With 220 W in the card and its sensor read: a gauge of its own; without: null.
 */
export function cardGauge(
  state: BenchState,
  samples: readonly BenchSample[],
  rule: BenchRule,
): SettlingGauge | null {
  const point = state.points[state.at]!;
  if (point.gpuLoadW === 0) return null;
  const soak = since(samples, state.soakFromS).filter(
    (sample) => sample.more?.gpu_c !== undefined && !Number.isNaN(sample.roomC),
  );
  if (soak.length === 0) return null;
  return settlingGauge(
    soak.map((sample) => sample.atS - state.soakFromS),
    soak.map((sample) => sample.more!.gpu_c! - sample.roomC),
    soak.map((sample) => sample.roomC),
    rule.windowS,
  );
}

/**
 * How long the rule must hold before a soak is ended, s; Infinity where the mean of the window is not there yet. One
 * calm moment of a slow loop in a moving room would end it up to 1 K too early: where the fit sees the mean within 0.1 K
 * of the end, two fifths of the window, where it cannot tell, all of it.
 *
 * Example: A gauge without a fitted end has to hold longer than one with an end that is known.
 */
export function holdsForS(gauge: SettlingGauge, rule: BenchRule): number {
  if (gauge.shortK === null) return rule.windowS;
  return Math.abs(gauge.shortK) < SHORT_K ? HOLD_SHARE * rule.windowS : Infinity;
}

/**
 * A soak: until the rule calls it settled, or it has lasted longer than any should.
 *
 * Example: Settled for long enough: the state is ‘reading’; after the longest soak allowed too, with that said.
 */
export function stepSoak(
  state: BenchState,
  samples: readonly BenchSample[],
  nowS: number,
  rule: BenchRule,
): BenchState {
  if (state.gauge && nowS - state.gaugedS < GAUGE_EVERY_S) return state;
  const soakedS = nowS - state.soakFromS;
  if (state.dutyPct !== null && state.dutyPct > 0 && soakedS > START_S) {
    const speeds = present(since(samples, nowS - START_S / 2), 'fanRpm');
    if (speeds.length >= 3 && mean(speeds) < STILL_RPM)
      return skipPoint(state, nowS, `the fan does not turn at ${state.dutyPct} %`);
  }
  // Loaded together, processor and card each soak by their own rule; the slower one is waited for.
  const die = gaugeOf(state, samples, nowS, rule);
  const card = cardGauge(state, samples, rule);
  const gauge = card && die.settled && !card.settled ? { ...card, why: `graphics card: ${card.why}` } : die;
  const steadySinceS = gauge.settled ? (state.steadySinceS ?? nowS) : null;
  const heldS = Math.max(holdsForS(gauge, rule), card ? holdsForS(card, rule) : 0);
  const now = { ...state, gauge, gaugedS: nowS, steadySinceS };
  if (rule.airOnly)
    return soakedS < SPUN_UP_S
      ? now
      : enter(now, 'reading', nowS, 'The fans turn steadily. Reading the meter.');
  if (isIdle(state.points[state.at]!))
    return soakedS < IDLE_S ? now : enter(now, 'reading', nowS, 'Ten minutes at idle. Reading the meter.');
  if (steadySinceS !== null && nowS - steadySinceS >= heldS)
    return enter(now, 'reading', nowS, 'Settled. Reading the meter.');
  if (soakedS > rule.longestSoakS)
    return enter(
      now,
      'reading',
      nowS,
      `Not settled after ${Math.round(rule.longestSoakS / 60)} min: read as it is.`,
    );
  return now;
}
