import { mean } from '@/core/statistics/mean';
import { byPlace } from '../samePlace';
import { judgedResistance, judgedValue, type CurvePoint, type EntryCurve } from '../entryCurve';

function joined(points: readonly CurvePoint[]): CurvePoint {
  const [first] = points;
  if (points.length === 1) return first!;
  const resistances = points.map(judgedResistance);
  return {
    ...first!,
    pooledValue: mean(points.map(judgedValue)),
    pooledResistance: resistances.some((r) => r === null) ? null : mean(resistances as number[]),
  };
}

/**
 * What the line of a curve goes through: the settings that it is judged by, along the axis. Settings that stand on the very same place
 * are one there, with the mean of their values.
 *
 * Example: Two settings that are both at 35.0 dB(A), at 40 and 42 K: one of 41 K.
 */
export function knotsOf({ points }: Pick<EntryCurve, 'points'>): CurvePoint[] {
  return byPlace(points.filter(({ judged }) => judged)).map(joined);
}
