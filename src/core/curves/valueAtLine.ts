import { axisWords, type Against } from './curveRule';
import { beyondMounts, type CurvePoint, type EntryCurve } from './entryCurve';
import { pchip, pchipAt, type Pchip } from './pchip';
import { LEVEL_LAW, restatedBySpeed } from './speedLaw';
import { halfWidth, type DoubtTerm } from '../uncertainty/doubt';
import { NORMAL_95 } from '../statistics/normal';
import { largerSpread, type Spread } from '../uncertainty/largerSpread';
import type { SpreadSource } from '../uncertainty/rigSpread';

export interface PlacedValue {
  placed: true;
  toppedOut: boolean;
  /** Where on the axis the value stands: the line, or the end of the curve that comes nearest to it. */
  at: number;
  /** The level there, dB(A): heat and noise stand together. */
  levelDb: number;
  /** One setting near the line was restated to it by the fan laws. */
  restated: boolean;
  value: number;
  resistanceKPerW: number | null;
  slope: number;
  /** Half-width of the 95 % interval over 1.96 (FORMATS step 10). */
  uncertainty: number;
  /** What intervals and comparisons stand on: by the spread of the rig, or the entry's own where that stands out. */
  doubt: DoubtTerm[];
  /** Standard uncertainty that the rise shares with all of its rig through the slope, with the slope's sign, K. */
  shared: number;
  /** It stood at the rig's limit there, at watts that nothing restates. */
  heldByLimit: boolean;
  spreadSource: SpreadSource;
  mountSpreadUnknown: boolean;
}

export interface NoValue {
  placed: false;
  status: 'too-loud' | 'too-fast' | 'below-floor' | 'unsettled' | 'no-runs';
  reason: string;
}

const ROUNDING = 1e-9;
/** An end of a curve so near reaches the line: fans tuned by hand land there (FORMATS step 7), dB. */
const NEAR_DB = 0.3;
/** What a decibel is taken to be worth where one setting tells no slope, as a share of the rise. */
const ASSUMED_SLOPE = 0.02;

/** One setting within this share of the speed asked for is restated to it (FORMATS step 13). */
const RESTATED_WITHIN = 0.1;
/** A speed so near is the speed, as a share of it or in rpm; a duty, in points. */
const SAME_SPEED = { share: 0.01, rpm: 15 };
const SAME_DUTY = 1;

/** How near an end of a curve reaches the line: there it stands for it. */
function nearOn(against: Against, line: number): number {
  const near = {
    noise: NEAR_DB,
    rpm: Math.max(SAME_SPEED.share * line, SAME_SPEED.rpm),
    duty: SAME_DUTY,
    sone: 0,
  };
  return near[against] + ROUNDING;
}

function noUsable(curve: EntryCurve): NoValue {
  if (curve.missedQuietest) {
    const { setting, why } = curve.missedQuietest;
    return why === 'unsettled'
      ? { placed: false, status: 'unsettled', reason: `its quietest setting, ${setting}, had not settled` }
      : {
          placed: false,
          status: 'below-floor',
          reason: `its quietest setting, ${setting}, cannot be told from the room`,
        };
  }
  const unsettled = curve.leftOut.filter((setting) => setting.why === 'unsettled');
  if (unsettled.length > 0) {
    return { placed: false, status: 'unsettled', reason: 'none of its runs that could count had settled' };
  }
  if (curve.leftOut.length > 0) {
    return {
      placed: false,
      status: 'below-floor',
      reason: 'none of its settings stands 3 dB over the room, so its levels are only upper bounds',
    };
  }
  return { placed: false, status: 'no-runs', reason: 'no runs at this load' };
}

/** The line lies below the quietest, or slowest, usable setting (FORMATS steps 7 and 13). */
function underFirst(curve: EntryCurve, line: number): NoValue {
  const { against } = curve.rule;
  const first = curve.points[0]!.at;
  const [quietest, status] =
    against === 'noise' || against === 'sone'
      ? (['quietest', 'too-loud'] as const)
      : (['slowest', 'too-fast'] as const);
  const firstWords = axisWords(against, first);
  const quieter = curve.leftOut.filter((setting) => setting.at < first);
  // The setting that would have carried the curve to the line, or else the one that comes nearest.
  const missed = quieter.filter((setting) => setting.at <= line).pop() ?? quieter[0];
  if (!missed) return { placed: false, status, reason: `its ${quietest} setting is ${firstWords}` };
  const usable = `its ${quietest} setting that counts is ${firstWords}`;
  return missed.why === 'unsettled'
    ? { placed: false, status: 'unsettled', reason: `${usable}; ${missed.setting} had not settled` }
    : {
        placed: false,
        status: 'below-floor',
        reason: `${usable}; ${missed.setting} cannot be told from the room (at most ${axisWords(against, missed.at)})`,
      };
}

/** Spread of the rise between two settings: passes independent, the mount shared along the sweep. */
function spreadBetween(before: Spread, after: Spread, along: number): Spread {
  const keep = 1 - along;
  return {
    pass: {
      variance: keep ** 2 * before.pass.variance + along ** 2 * after.pass.variance,
      freedom: Math.min(before.pass.freedom, after.pass.freedom),
    },
    mount: {
      variance: (keep * Math.sqrt(before.mount.variance) + along * Math.sqrt(after.mount.variance)) ** 2,
      freedom: Math.min(before.mount.freedom, after.mount.freedom),
    },
  };
}

interface Standing {
  at: number;
  levelDb: number;
  restated: boolean;
  value: number;
  resistanceKPerW: number | null;
  toppedOut: boolean;
  slope: number;
  /** What the tenths by which the line is missed are worth, K. */
  missesBy: number;
}

function placedAt(
  curve: EntryCurve,
  before: CurvePoint,
  after: CurvePoint,
  along: number,
  value: Standing,
): PlacedValue {
  const { missesBy, ...standing } = value;
  const chordK = judgedValue(before) + along * (judgedValue(after) - judgedValue(before));
  const interpolationK = Math.abs(value.value - chordK) / (2 * Math.sqrt(3));
  const levelDb = (1 - along) * before.levelUncertaintyDb + along * after.levelUncertaintyDb;
  // One meter, one correction: it moves both ends alike.
  const correctionDb = (1 - along) * before.correctionUDb + along * after.correctionUDb;
  const shortfall = Math.max(before.shortfall, after.shortfall) / Math.sqrt(3);
  const sure = (from: DoubtTerm['from'], uncertainty: number): DoubtTerm => ({
    from,
    variance: uncertainty ** 2,
    freedom: Infinity,
  });
  const floorDb = (1 - along) * before.floorUDb + along * after.floorUDb;
  const readings = Math.hypot((1 - along) * before.readingsU, along * after.readingsU);
  const others = [
    sure('meter', value.slope * levelDb),
    sure('correction', value.slope * correctionDb),
    // A level that is itself the value moves by as much as the room takes off it.
    sure('floor', (curve.rule.law?.by === 'level' ? 1 : value.slope) * floorDb),
    sure('interpolation', interpolationK),
    sure('settling', shortfall),
    sure('room', Math.max(before.roomUncertaintyK, after.roomUncertaintyK)),
    sure('line', missesBy),
    sure('step', Math.max(before.stepU, after.stepU)),
    sure('readings', readings),
    sure('power', (1 - along) * before.powerU + along * after.powerU),
  ];
  const sensorVariance = Math.max(before.sensorVariance, after.sensorVariance);
  const terms = ({ pass, mount }: Spread): DoubtTerm[] => [
    { from: 'mounts', ...mount },
    { from: 'passes', ...pass },
    sure('sensors', Math.sqrt(beyondMounts(sensorVariance, mount.variance))),
    ...others,
  ];
  const own = spreadBetween(before.spread, after.spread, along);
  const pooled = spreadBetween(before.pooledSpread, after.pooledSpread, along);
  const nearer = along < 0.5 ? before : after;
  const doubt = terms(largerSpread(own, pooled));
  return {
    placed: true,
    ...standing,
    uncertainty: halfWidth(doubt) / NORMAL_95,
    doubt,
    shared: value.slope * curve.sharedLevelDb,
    heldByLimit: nearer.heldByLimit,
    spreadSource: nearer.source,
    mountSpreadUnknown: nearer.spread.mountSpreadUnknown,
  };
}

interface Fitted {
  judged: CurvePoint[];
  response: Pchip;
  resistance: Pchip | null;
}

/** What a curve takes for a setting: its own value, or that of the settings it cannot be told from. */
export const judgedValue = ({ value, pooledValue }: CurvePoint): number => pooledValue ?? value;
const judgedResistance = ({ resistanceKPerW, pooledResistance }: CurvePoint): number | null =>
  pooledResistance === undefined ? resistanceKPerW : pooledResistance;

/** Interpolants of a curve, made once: the line asks for them sixty times a second. */
const fitted = new WeakMap<EntryCurve, Fitted>();

function fittedOf(curve: EntryCurve): Fitted {
  const before = fitted.get(curve);
  if (before) return before;
  const judged = curve.points.filter((point) => point.judged);
  const levels = judged.map((point) => point.at);
  const resistances = judged.map(judgedResistance);
  const made = {
    judged,
    response: pchip(levels, judged.map(judgedValue)),
    resistance: resistances.some((r) => r === null) ? null : pchip(levels, resistances as number[]),
  };
  fitted.set(curve, made);
  return made;
}

/** Slope at an end of the curve, of its last piece, the steeper of chord and tangent; null where one setting tells none. */
function endSlope({ judged, response }: Fitted, end: 'first' | 'last'): number | null {
  const index = end === 'first' ? 0 : judged.length - 1;
  const beside = judged[end === 'first' ? 1 : judged.length - 2];
  const here = judged[index]!;
  if (!beside) return null;
  const chord = (judgedValue(beside) - judgedValue(here)) / (beside.at - here.at);
  const tangent = response.slopes[index]!;
  return Math.abs(chord) > Math.abs(tangent) ? chord : tangent;
}

/** Between which settings a value stands, and what it is there. */
interface Stood {
  before: CurvePoint;
  after: CurvePoint;
  along: number;
  standing: Standing;
}

/** One setting near the speed that is asked for is restated to it by its law; null where that is not so, or there is no law. */
function restatedAt(curve: EntryCurve, line: number): PlacedValue | null {
  const [only, other] = curve.points;
  const { against, law } = curve.rule;
  if (against !== 'rpm' || !law || !only || other) return null;
  const off = Math.abs(only.at - line);
  if (off <= nearOn(against, line) || !(off <= RESTATED_WITHIN * line)) return null;
  const { value, factor, lawU } = restatedBySpeed(law, only.value, only.at, line);
  const level = restatedBySpeed(LEVEL_LAW, only.levelDb, only.at, line);
  const placed = placedAt(curve, only, only, 0, {
    at: line,
    levelDb: level.value,
    value: only.value,
    slope: 0,
    resistanceKPerW: only.resistanceKPerW === null ? null : (only.resistanceKPerW * value) / only.value,
    toppedOut: false,
    restated: true,
    missesBy: 0,
  });
  const doubt = [
    ...placed.doubt.map((term) => ({ ...term, variance: term.variance * factor ** 2 })),
    { from: 'law' as const, variance: lawU ** 2, freedom: Infinity },
  ];
  return { ...placed, value, doubt, uncertainty: halfWidth(doubt) / NORMAL_95 };
}

/** At a setting itself, or past the last that is judged by. */
function stoodOn(
  curve: EntryCurve,
  line: number,
  point: CurvePoint,
  at: number,
  slope: number | null,
  toppedOut: boolean,
): Stood {
  const isNoise = curve.rule.against === 'noise';
  return {
    ...{ before: point, after: point, along: 0 },
    standing: {
      at,
      levelDb: isNoise ? at : point.levelDb,
      value: judgedValue(point),
      slope: slope ?? 0,
      resistanceKPerW: judgedResistance(point),
      toppedOut,
      restated: false,
      missesBy: toppedOut || !isNoise ? 0 : (slope ?? ASSUMED_SLOPE * point.value) * (line - at),
    },
  };
}

/** Where a line meets a curve, without what is in doubt of it; why not, where it does not. */
function stoodAt(curve: EntryCurve, line: number): Stood | NoValue {
  const { points, rule } = curve;
  if (points.length === 0) return noUsable(curve);
  const firstAt = points[0]!.at;
  const lastAt = points[points.length - 1]!.at;
  const near = nearOn(rule.against, line);
  if (line < firstAt - near) return underFirst(curve, line);
  const fit = fittedOf(curve);
  const { judged, response, resistance } = fit;
  if (line < firstAt) return stoodOn(curve, line, judged[0]!, firstAt, endSlope(fit, 'first'), false);
  const last = judged[judged.length - 1]!;
  if (line >= last.at) {
    if (line > lastAt + near) return stoodOn(curve, line, last, lastAt, 0, true);
    // Past its best setting an entry stands as good as there, as far as it was measured.
    if (last.at < lastAt) return stoodOn(curve, line, last, Math.min(line, lastAt), 0, false);
    return stoodOn(curve, line, last, lastAt, endSlope(fit, 'last'), false);
  }
  const value = pchipAt(response, line);
  const [before, after] = [judged[value.piece]!, judged[value.piece + 1]!];
  return {
    ...{ before, after, along: value.along },
    standing: {
      at: line,
      levelDb:
        rule.against === 'noise' ? line : before.levelDb + value.along * (after.levelDb - before.levelDb),
      value: value.y,
      slope: value.slope,
      resistanceKPerW: resistance && pchipAt(resistance, line).y,
      toppedOut: false,
      restated: false,
      missesBy: 0,
    },
  };
}

/** A curve at a line, bare: what draws of it ask for by the hundred thousand. */
export interface BareValue {
  value: number;
  resistanceKPerW: number | null;
}

/**
 * What a curve says at a line, without its doubt; null where it does not reach the line, or tops out before it.
 *
 * Example: Settings at 30 and 36 dB(A): at 33 a value between theirs, at 45 and at 28 null.
 *
 * @throws where the line is not finite
 */
export function bareValueAt(curve: EntryCurve, line: number): BareValue | null {
  if (!Number.isFinite(line)) throw new RangeError(`bareValueAt: line must be finite, got ${line}`);
  const found = stoodAt(curve, line);
  return 'standing' in found && !found.standing.toppedOut ? found.standing : null;
}

/**
 * What a curve says at a line, a noise level, dB(A), a speed, rpm, or a duty, %: the value there with its standard
 * uncertainty, or the status and the reason why there is none (FORMATS steps 7 and 13). Judged by the best value at or
 * below the line, so a setting that is louder and no better than another never helps. An end within 0.3 dB of a noise
 * line reaches it.
 * Uncertainty: spread of passes and mounts, sensors, the meter and what corrects it through the slope, interpolation, what was still to
 * come, a typed room reading's doubt, and what the tenths that miss the line are worth (GUM, JCGM 100, 5.1).
 *
 * Example: Settings at 30 and 36 dB(A): at 33 a value between theirs, at 45 ‘tops-out’, at 28 ‘too-loud’.
 *
 * @throws where the line is not finite
 */
export function valueAtLine(curve: EntryCurve, line: number): PlacedValue | NoValue {
  if (!Number.isFinite(line)) throw new RangeError(`valueAtLine: line must be finite, got ${line}`);
  const restated = restatedAt(curve, line);
  if (restated) return restated;
  const found = stoodAt(curve, line);
  if (!('standing' in found)) return found;
  return placedAt(curve, found.before, found.after, found.along, found.standing);
}
