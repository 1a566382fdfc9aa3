import { known, unknown, type Outcome } from '../outcome';
import { leastSquaresLine } from '../statistics/leastSquaresLine';
import { interval95 } from '../uncertainty/interval95';
import type { ControlPoint } from './controlChart';

const DAY_MS = 86_400_000;

export interface DriftLine {
  /** Per day, in the control's unit, with the half-width of its 95 % interval. */
  perDay: number;
  interval95: number;
  /** The line at the first and the last of the points. */
  from: { atMs: number; value: number };
  to: { atMs: number; value: number };
  /** The interval lies on one side of nothing. */
  isSure: boolean;
}

/**
 * Drift of a control: a straight line in time by least squares, with the interval of its slope by Student's t (Draper & Smith, ch. 1).
 * Not computable from fewer than four points, or from one day alone.
 *
 * Example: 50.0, 50.1, 50.2, 50.3 K a day apart: 0.1 K a day.
 */
export function driftLine(points: readonly ControlPoint[]): Outcome<DriftLine> {
  if (points.length < 4) return unknown(`needs four controls, has ${points.length}`);
  const first = points[0]!.atMs;
  const days = points.map(({ atMs }) => (atMs - first) / DAY_MS);
  const values = points.map(({ value }) => value);
  const line = leastSquaresLine(days, values);
  if (!line.known) return unknown('all controls are of one time');
  const { slope, intercept, slopeStandardError } = line.value;
  const half = interval95(slopeStandardError, points.length - 2);
  const at = (day: number) => ({ atMs: first + day * DAY_MS, value: intercept + slope * day });
  return known({
    ...{ perDay: slope, interval95: half, isSure: Math.abs(slope) > half },
    ...{ from: at(0), to: at(days.at(-1)!) },
  });
}
