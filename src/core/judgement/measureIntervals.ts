import type { CurvePoint, EntryCurve } from '../curves/entryCurve';
import { NORMAL_95 } from '../statistics/normal';
import type { Outcome } from '../outcome';
import { quantile } from '../statistics/quantile';
import { seededChance, type Chance } from '../statistics/chance';
import { largerSpread } from '../uncertainty/largerSpread';
import { interval95 } from '../uncertainty/interval95';
import { bandMean, bandScore, knee, noiseToHold } from './perDecibel';

/** Half-widths of 95 % intervals; null where too few draws have the measure at all. */
export interface MeasureIntervals {
  bandScoreWPerK: number | null;
  bandMean: number | null;
  noiseToHoldDba: number | null;
  kneeDba: number | null;
}

export interface MeasureRule {
  band: { from: number; to: number };
  /** The control's rise at the line, or its value of another response. */
  controlRiseK: number | null;
  worth?: number | undefined;
  /** What is asked for; all where it is not said. */
  only?: readonly (keyof MeasureIntervals)[];
}

const DRAWS = 200;
/** A measure that fewer draws have than this share is not told with an interval. */
const ENOUGH = 0.8;

/** Standard deviation that gives the half-width of few degrees of freedom. */
const widened = ({ variance, freedom }: { variance: number; freedom: number }) =>
  interval95(Math.sqrt(variance), freedom) / NORMAL_95;

function judgedAgain(points: readonly CurvePoint[], sign: number): CurvePoint[] {
  let best = Infinity;
  return [...points]
    .sort((a, b) => a.at - b.at)
    .map((point) => {
      const judged = sign * point.value < best;
      best = Math.min(best, sign * point.value);
      return { ...point, judged };
    });
}

/** The curve as it could have been measured: the sweep's mount shifts all of it, each setting has its own passes and level. */
function drawn(curve: EntryCurve, chance: Chance): EntryCurve {
  const mountZ = chance.normal();
  // Drawn only where something was corrected, so that all else stays as it was drawn.
  const correctionZ = curve.points.some(({ correctionUDb }) => correctionUDb > 0) ? chance.normal() : 0;
  const points = curve.points.map((point) => {
    const { pass, mount } = largerSpread(point.spread, point.pooledSpread);
    const sensors = Math.sqrt(Math.max(0, point.sensorVariance - mount.variance));
    const shift =
      widened(mount) * mountZ +
      Math.hypot(widened(pass), sensors, point.shortfall / Math.sqrt(3)) * chance.normal();
    // No reading comes to nothing or less, whatever is drawn.
    const value = Math.max(0.002 * Math.abs(point.value), point.value + shift);
    return {
      ...point,
      value,
      at: point.at + point.levelUncertaintyDb * chance.normal() + point.correctionUDb * correctionZ,
      resistanceKPerW: point.resistanceKPerW === null ? null : (point.resistanceKPerW * value) / point.value,
    };
  });
  return { ...curve, points: judgedAgain(points, curve.rule.better === 'higher' ? -1 : 1) };
}

function halfWidthOf(values: readonly number[], draws: number): number | null {
  if (values.length < ENOUGH * draws) return null;
  return (quantile(values, 0.975) - quantile(values, 0.025)) / 2;
}

/**
 * How far the measures of a curve are in doubt, by `draws` seeded draws of the curve (GUM Supplement 1, JCGM 101): half-widths
 * of 95 % intervals, in the unit of each. What all entries of the rig share moves no order and is left out, as it is of the
 * rise at the line.
 *
 * Example: A curve whose mounts scatter by 1 % has a band score that is in doubt by about 2 %.
 *
 * @throws where `draws` is not positive
 */
export function measureIntervals(
  curve: EntryCurve,
  rule: MeasureRule,
  seed = 1,
  draws = DRAWS,
): MeasureIntervals {
  if (!(draws > 0)) throw new RangeError(`measureIntervals: draws must be positive, got ${draws}`);
  const chance = seededChance(seed);
  const found: Record<keyof MeasureIntervals, number[]> = {
    bandScoreWPerK: [],
    bandMean: [],
    noiseToHoldDba: [],
    kneeDba: [],
  };
  const keep = (name: keyof MeasureIntervals, outcome: Outcome<number>) => {
    if (outcome.known) found[name].push(outcome.value);
  };
  const isAsked = (name: keyof MeasureIntervals) => rule.only === undefined || rule.only.includes(name);
  for (let draw = 0; draw < draws; draw += 1) {
    const other = drawn(curve, chance);
    if (isAsked('bandScoreWPerK')) keep('bandScoreWPerK', bandScore(other, rule.band));
    if (isAsked('bandMean')) keep('bandMean', bandMean(other, rule.band));
    if (isAsked('noiseToHoldDba') && rule.controlRiseK !== null)
      keep('noiseToHoldDba', noiseToHold(other, rule.controlRiseK));
    if (isAsked('kneeDba')) keep('kneeDba', knee(other, rule.worth));
  }
  return {
    bandScoreWPerK: halfWidthOf(found.bandScoreWPerK, draws),
    bandMean: halfWidthOf(found.bandMean, draws),
    noiseToHoldDba: halfWidthOf(found.noiseToHoldDba, draws),
    kneeDba: halfWidthOf(found.kneeDba, draws),
  };
}
