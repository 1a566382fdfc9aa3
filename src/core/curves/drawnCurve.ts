import type { EntryCurve } from './entryCurve';
import { pchip, pchipAt } from './pchip';

const STEP_DB = 0.4;

/**
 * The line that a chart draws for an entry: the interpolant through the settings it is judged by, and level
 * on to a louder setting that is no cooler. Points in dB(A) and K, left to right; none outside its settings.
 */
export function drawnCurve(curve: EntryCurve): { x: number; y: number }[] {
  const judged = curve.points.filter((point) => point.judged);
  if (judged.length === 0) return [];
  const levels = judged.map((point) => point.levelDb);
  const fitted = pchip(
    levels,
    judged.map((point) => point.riseK),
  );
  const first = levels[0]!;
  const last = levels[levels.length - 1]!;
  const line: { x: number; y: number }[] = [];
  for (let x = first; x < last; x += STEP_DB) line.push({ x, y: pchipAt(fitted, x).y });
  line.push({ x: last, y: pchipAt(fitted, last).y });
  const loudest = curve.points[curve.points.length - 1]!.levelDb;
  if (loudest > last) line.push({ x: loudest, y: line[line.length - 1]!.y });
  return line;
}
