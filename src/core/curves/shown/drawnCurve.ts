import { judgedValue, type EntryCurve } from '../entryCurve';
import { knotsOf } from '../shape/knots';
import { pchip, pchipAt } from '../shape/pchip';

const STEP_DB = 0.4;
/** Whatever comes: a line is drawn with so many points at most. */
const MOST_POINTS = 500;

/**
 * The line that a chart draws for an entry: the interpolant through the settings it is judged by, and level
 * on to a louder setting that is no cooler. Points in dB(A) and K, left to right; none outside its settings.
 *
 * Example: Settings at 30 and 36 dB(A) of 45 and 38 K: a line of points from the one to the other, nowhere beyond.
 */
export function drawnCurve(curve: EntryCurve): { x: number; y: number }[] {
  const judged = knotsOf(curve);
  if (judged.length === 0) return [];
  const levels = judged.map((point) => point.at);
  const fitted = pchip(levels, judged.map(judgedValue));
  const first = levels[0]!;
  const last = levels[levels.length - 1]!;
  const line: { x: number; y: number }[] = [];
  const count = Math.min(MOST_POINTS, Math.ceil((last - first) / STEP_DB));
  for (let i = 0; i < count; i += 1) {
    const x = first + (i * (last - first)) / count;
    line.push({ x, y: pchipAt(fitted, x).y });
  }
  line.push({ x: last, y: pchipAt(fitted, last).y });
  const loudest = curve.points[curve.points.length - 1]!.at;
  if (loudest > last) line.push({ x: loudest, y: line[line.length - 1]!.y });
  return line;
}
