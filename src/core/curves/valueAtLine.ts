import type { Against } from './curveRule';
import { judgedResistance, judgedValue, type CurvePoint, type EntryCurve } from './entryCurve';
import { knotsOf } from './knots';
import { noUsable, underFirst, type NoValue } from './noValue';
import { pchip, pchipAt, type Pchip } from './pchip';
import { placedAt, type PlacedValue, type Standing } from './placedValue';
import { LEVEL_LAW, restatedBySpeed } from './speedLaw';
import { NORMAL_95 } from '../statistics/normal';
import { halfWidth, sureTerm } from '../uncertainty/doubt';

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

interface Fitted {
  judged: CurvePoint[];
  response: Pchip;
  resistance: Pchip | null;
}

/** Interpolants of a curve, made once: the line asks for them sixty times a second. */
const fitted = new WeakMap<EntryCurve, Fitted>();

function fittedOf(curve: EntryCurve): Fitted {
  const before = fitted.get(curve);
  if (before) return before;
  const judged = knotsOf(curve);
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
    sureTerm('law', lawU),
  ];
  return { ...placed, value, doubt, uncertainty: halfWidth(doubt) / NORMAL_95 };
}

/** At a setting itself, or past the last that is judged by. */
function valueAtEnd(
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
  if (line < firstAt) return valueAtEnd(curve, line, judged[0]!, firstAt, endSlope(fit, 'first'), false);
  const last = judged[judged.length - 1]!;
  if (line >= last.at) {
    if (line > lastAt + near) return valueAtEnd(curve, line, last, lastAt, 0, true);
    // Past its best setting an entry stands as good as there, as far as it was measured.
    if (last.at < lastAt) return valueAtEnd(curve, line, last, Math.min(line, lastAt), 0, false);
    return valueAtEnd(curve, line, last, lastAt, endSlope(fit, 'last'), false);
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
