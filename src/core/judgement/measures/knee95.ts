import type { CurvePoint, EntryCurve } from '@/core/curves/entryCurve';
import { seededChance, type Chance } from '@/core/statistics/chance';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { quantile } from '@/core/statistics/quantile';
import { interval95 } from '@/core/uncertainty/interval95';
import { knee } from './perDecibel';

/** Draws of a knee, which has no closed form: enough that chance moves its half-width by a thirtieth. */
const DRAWS = 1000;
/** A knee that fewer draws have than this share is not told with an interval. */
const ENOUGH = 0.8;

function judgedAgain(points: readonly CurvePoint[], sign: number): CurvePoint[] {
  let best = Infinity;
  return points.map((point) => {
    const judged = sign * point.value < best;
    best = Math.min(best, sign * point.value);
    return { ...point, judged };
  });
}

/** The curve as it could have been measured: the sweep's mount shifts all of it, each setting has its own passes. */
function drawn(curve: EntryCurve, chance: Chance): EntryCurve {
  const mountZ = chance.normal();
  const points = curve.points.map((point) => {
    const { passes, mounts, freedom } = point.spread;
    const widened = (variance: number) => interval95(Math.sqrt(variance), freedom) / NORMAL_95;
    const shift =
      widened(mounts) * mountZ +
      Math.hypot(widened(passes), point.shortfall / Math.sqrt(3)) * chance.normal();
    // No reading comes to nothing or less, whatever is drawn.
    const value = Math.max(0.002 * Math.abs(point.value), point.value + shift);
    const { pooledValue: _, pooledResistance: __, ...own } = point;
    return {
      ...own,
      value,
      resistanceKPerW: point.resistanceKPerW === null ? null : (point.resistanceKPerW * value) / point.value,
    };
  });
  return { ...curve, points: judgedAgain(points, curve.rule.better === 'higher' ? -1 : 1) };
}

/**
 * Half-width of the 95 % interval of a knee, dB, by seeded draws of the curve (GUM Supplement 1, JCGM 101): it has no closed form. Null where the
 * curve tells no knee, or too few draws do.
 *
 * Example: A curve whose passes scatter by a hundredth of a kelvin has its knee within a tenth of a decibel.
 *
 * @throws where `draws` is not positive
 */
export function knee95(curve: EntryCurve, worth?: number, seed = 1, draws = DRAWS): number | null {
  if (!(draws > 0)) throw new RangeError(`knee95: draws must be positive, got ${draws}`);
  if (!knee(curve, worth).known) return null;
  const chance = seededChance(seed);
  const found: number[] = [];
  for (let draw = 0; draw < draws; draw += 1) {
    const outcome = knee(drawn(curve, chance), worth);
    if (outcome.known) found.push(outcome.value);
  }
  if (found.length < ENOUGH * draws) return null;
  return (quantile(found, 0.975) - quantile(found, 0.025)) / 2;
}
