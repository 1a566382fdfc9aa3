import type { Against } from './curveRule';
import { pchipAt, type Pchip } from './shape/pchip';

const ROUNDING = 1e-9;
/** An end of a curve so near reaches the line: fans tuned by hand land there (FORMATS step 7), dB. */
const NEAR_DB = 0.3;
/** A speed so near is the speed, as a share of it or in rpm; a duty, in points. */
const SAME_SPEED = { share: 0.01, rpm: 15 };
const SAME_DUTY = 1;
/** One setting within this share of the speed asked for is restated to it (FORMATS step 13). */
const RESTATED_WITHIN = 0.1;

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

/** Where a line meets a curve, by its knots alone. */
export interface Meeting {
  /** The knots before and after it; the same at an end. */
  before: number;
  after: number;
  /** How far it is from the one to the other, 0 to 1. */
  along: number;
  /** Where on the axis the value stands: the line, or the end that comes nearest. */
  at: number;
  value: number;
  /** Slope of the curve there; null where one setting tells none. */
  slope: number | null;
  toppedOut: boolean;
  /** By how much of the axis an end misses the line that it stands for. */
  missedBy: number;
}

/** Slope at an end of the curve: of the curve, or of its last piece where the curve is level there by its shape alone. */
function endSlope({ x, y, slopes }: Pchip, end: 'first' | 'last'): number | null {
  if (x.length < 2) return null;
  const [a, b] = end === 'first' ? [0, 1] : [x.length - 2, x.length - 1];
  return slopes[end === 'first' ? a : b]! || (y[b]! - y[a]!) / (x[b]! - x[a]!);
}

/**
 * Where a line meets the knots of a curve (FORMATS step 7); null where it lies before the first of its settings. At an end within 0.3 dB the
 * end stands for the line; past its best setting an entry stands as good as there, as far as it was measured.
 *
 * @param ends where its first and its last usable setting stand, judged by or not
 * Example: Settings at 30 and 36 dB(A), 40 and 37 K: at 33 dB(A) 38.5 K.
 */
export function meet(
  fit: Pchip,
  ends: { first: number; last: number },
  against: Against,
  line: number,
): Meeting | null {
  const near = nearOn(against, line);
  if (line < ends.first - near) return null;
  const last = fit.x.length - 1;
  const atEnd = (knot: number, at: number, slope: number | null, toppedOut: boolean, missedBy = 0) => ({
    ...{ before: knot, after: knot, along: 0, at, value: fit.y[knot]!, slope, toppedOut, missedBy },
  });
  if (line < ends.first) return atEnd(0, ends.first, endSlope(fit, 'first'), false, line - ends.first);
  const best = fit.x[last]!;
  if (line >= best) {
    // Its loudest setting is all it has, whatever its level: nothing is read along the curve there.
    if (line > ends.last + near) return atEnd(last, ends.last, 0, true);
    if (best < ends.last) return atEnd(last, Math.min(line, ends.last), 0, false);
    return atEnd(last, ends.last, endSlope(fit, 'last'), false, line - ends.last);
  }
  const { y, slope, piece, along } = pchipAt(fit, line);
  return {
    before: piece,
    after: piece + 1,
    along,
    at: line,
    value: y,
    slope,
    toppedOut: false,
    missedBy: 0,
  };
}

/**
 * Whether the one setting of an entry, near the speed asked for, is restated to it by a law (FORMATS step 13).
 *
 * @example isRestated([1095], 'rpm', 1000) → true
 */
export function isRestated(settings: readonly number[], against: Against, line: number): boolean {
  const [only, other] = settings;
  if (against !== 'rpm' || only === undefined || other !== undefined) return false;
  const off = Math.abs(only - line);
  return off > nearOn(against, line) && off <= RESTATED_WITHIN * line;
}
