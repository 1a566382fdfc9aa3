import { known, unknown, type Outcome } from '@/core/outcome';
import { leastSquaresLine } from '@/core/statistics/leastSquaresLine';
import { interval95 } from '@/core/uncertainty/interval95';

/** A setting of an entry with the rise of its die, K, and what the processor did there: its clock, or a program's score. */
export interface WarmPoint {
  riseK: number;
  value: number;
}

/** What a kelvin less brings, in the unit of the value, with the half-width of its 95 % interval. */
export interface KelvinWorth {
  perK: number;
  interval95: number;
  /** The interval leaves out nothing: a kelvin is worth something here. */
  isWorth: boolean;
  points: number;
}

/** Rises closer together than this tell no slope, K. */
const LEAST_SPAN_K = 2;

/**
 * What a kelvin is worth: the least-squares slope of the value on the rise over all settings at one load, its sign turned, so that
 * more means that cooler is higher. Not computable under five settings or where their rises lie within 2 K.
 *
 * Example: 4,200 MHz at 40 K, 4,150 at 50, 4,100 at 60, 4,050 at 70 and 4,000 at 80: 5 MHz a kelvin.
 */
export function kelvinWorth(points: readonly WarmPoint[]): Outcome<KelvinWorth> {
  if (points.length < 5) return unknown('fewer than five settings have both');
  const rises = points.map(({ riseK }) => riseK);
  const spanK = Math.max(...rises) - Math.min(...rises);
  if (spanK < LEAST_SPAN_K) return unknown(`the rises lie within ${spanK.toFixed(1)} K`);
  const line = leastSquaresLine(
    rises,
    points.map(({ value }) => value),
  );
  if (!line.known) return line;
  const { slope, slopeStandardError, count } = line.value;
  const half = interval95(slopeStandardError, count - 2);
  return known({
    perK: slope === 0 ? 0 : -slope,
    interval95: half,
    isWorth: Math.abs(slope) > half,
    points: count,
  });
}
