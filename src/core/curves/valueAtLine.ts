import { judgedResistance, judgedValue, type CurvePoint, type EntryCurve } from './entryCurve';
import { knotsOf } from './shape/knots';
import { noUsable, underFirst, type NoValue } from './noValue';
import { pchip, pchipAt, type Pchip } from './shape/pchip';
import { placedAt, restatedFrom, type PlacedValue, type Standing } from './placedValue';
import { isRestated, meet, type Meeting } from './standing';

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

/** Where a line meets a curve, without what is in doubt of it; why not, where it does not. */
function stoodAt(curve: EntryCurve, line: number): { fit: Fitted; meeting: Meeting } | NoValue {
  const { points, rule } = curve;
  if (points.length === 0) return noUsable(curve);
  const fit = fittedOf(curve);
  const ends = { first: points[0]!.at, last: points.at(-1)!.at };
  const meeting = meet(fit.response, ends, rule.against, line);
  return meeting === null ? underFirst(curve, line) : { fit, meeting };
}

/** The level and the resistance where a line meets a curve. */
function standingOf(curve: EntryCurve, { judged, resistance }: Fitted, meeting: Meeting): Standing {
  const [before, after] = [judged[meeting.before]!, judged[meeting.after]!];
  const { along, at } = meeting;
  const isBetween = meeting.before !== meeting.after;
  return {
    before,
    after,
    along,
    at,
    value: meeting.value,
    missedBy: meeting.missedBy,
    toppedOut: meeting.toppedOut,
    restated: false,
    knots: judged.length,
    levelDb: curve.rule.against === 'noise' ? at : before.levelDb + along * (after.levelDb - before.levelDb),
    resistanceKPerW: isBetween ? resistance && pchipAt(resistance, at).y : judgedResistance(before),
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
  return 'fit' in found && !found.meeting.toppedOut ? standingOf(curve, found.fit, found.meeting) : null;
}

/**
 * What a curve says at a line, a noise level, dB(A), a speed, rpm, or a duty, %: the value there with what is in doubt of it, or the status
 * and the reason why there is none (FORMATS steps 7 and 13, DOUBT). Judged by the best value at or below the line, so a setting that is
 * louder and no better than another never helps. An end within 0.3 dB of a noise line reaches it. Its doubt stands on all entries of its
 * field, whoever of them is looked at.
 *
 * Example: Settings at 30 and 36 dB(A): at 33 a value between theirs, at 45 ‘tops-out’, at 28 ‘too-loud’.
 *
 * @throws where the line is not finite
 */
export function valueAtLine(curve: EntryCurve, line: number): PlacedValue | NoValue {
  if (!Number.isFinite(line)) throw new RangeError(`valueAtLine: line must be finite, got ${line}`);
  const ats = curve.points.map(({ at }) => at);
  const { law } = curve.rule;
  if (law && isRestated(ats, curve.rule.against, line)) {
    const { fit, meeting } = stoodAt(curve, ats[0]!) as { fit: Fitted; meeting: Meeting };
    return restatedFrom(placedAt(curve, standingOf(curve, fit, meeting), line), law, line);
  }
  const found = stoodAt(curve, line);
  if (!('fit' in found)) return found;
  return placedAt(curve, standingOf(curve, found.fit, found.meeting), line);
}
