import type { EntryCurve } from '@/core/curves/entryCurve';
import { judgedResistance, judgedValue } from '@/core/curves/entryCurve';
import { measureDoubt } from '@/core/curves/measureDoubt';
import { valueAtLine } from '@/core/curves/valueAtLine';
import { halfWidth, mountTerm, scaled } from '@/core/uncertainty/doubt';
import { knee95 } from './knee95';
import { bandMean, bandScore, noiseToHold } from './perDecibel';

/** Half-widths of 95 % intervals; null where they cannot be told. */
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
}

/** A curve of which one setting that it is judged by is so much higher. */
function moved(curve: EntryCurve, at: number, by: number): EntryCurve {
  return {
    ...curve,
    points: curve.points.map((point, i) => {
      if (i !== at) return point;
      const before = judgedValue(point);
      const resistance = judgedResistance(point);
      const { pooledValue: _, pooledResistance: __, ...own } = point;
      const factor = (before + by) / before;
      return {
        ...own,
        value: before + by,
        resistanceKPerW: resistance === null ? null : resistance * factor,
      };
    }),
  };
}

const STEP = 1e-4;

/** What a measure moves by as each setting does, through the settings that it is pooled with; null where it is not told beside the curve. */
function weightsOf(curve: EntryCurve, measure: (curve: EntryCurve) => number | null): number[] | null {
  const sweep = curve.field.sweeps.find(({ entry }) => entry === curve.entry);
  if (!sweep) return null;
  const weights = new Array<number>(sweep.settings.length).fill(0);
  for (const [i, point] of curve.points.entries()) {
    if (!point.judged) continue;
    const step = STEP * Math.max(1e-3, Math.abs(judgedValue(point)));
    const [up, down] = [measure(moved(curve, i, step)), measure(moved(curve, i, -step))];
    if (up === null || down === null) return null;
    const block = sweep.settings[i]!.block;
    const together = sweep.settings.flatMap((setting, j) => (setting.block === block ? [j] : []));
    const all = together.reduce((sum, j) => sum + sweep.settings[j]!.cells.length, 0);
    for (const j of together)
      weights[j]! += (((up - down) / (2 * step)) * sweep.settings[j]!.cells.length) / all;
  }
  return weights;
}

/**
 * Half-width of the 95 % interval of a measure of a curve, in its unit: what mounts and passes leave in doubt of it with the weights that it
 * has, and all else as it shifts the curve where the line stands (DOUBT a to h).
 *
 * @param line where what repeats do not show is taken from: the middle of what the measure is of
 */
function measure95(
  curve: EntryCurve,
  line: number,
  measure: (curve: EntryCurve) => number | null,
): number | null {
  const placed = valueAtLine(curve, line);
  const weights = placed.placed ? weightsOf(curve, measure) : null;
  if (!placed.placed || weights === null) return null;
  const found = measureDoubt(curve.field, line, { entry: curve.entry, value: placed.value, weights });
  if (!found) return null;
  const sum = weights.reduce((all, weight) => all + weight, 0);
  const others = placed.doubt.filter(({ from }) => from !== 'mounts');
  return halfWidth([mountTerm(found.spread, found.passes), ...scaled(others, sum)]);
}

/** Half-width of the 95 % interval of a band score, W/K; null where the curve does not cover the band. */
export function bandScore95(curve: EntryCurve, band: MeasureRule['band']): number | null {
  return measure95(curve, 0.5 * (band.from + band.to), (of) => {
    const found = bandScore(of, band);
    return found.known ? found.value : null;
  });
}

/** Half-width of the 95 % interval of the level at which a curve holds a value, dB(A): by how much of a level a kelvin is there. */
export function noiseToHold95(curve: EntryCurve, held: number | null): number | null {
  const found = held === null ? null : noiseToHold(curve, held);
  const at = found?.known ? valueAtLine(curve, found.value) : null;
  return at?.placed && at.slope !== 0 ? halfWidth(at.doubt) / Math.abs(at.slope) : null;
}

/**
 * How far the measures of a curve are in doubt: half-widths of 95 % intervals, in the unit of each. In closed form by the model of the value
 * at the line (DOUBT), the knee, which has none, by seeded draws of the curve (GUM Supplement 1, JCGM 101). What all entries of the rig share
 * moves no order and is left out, as it is of the rise at the line.
 *
 * Example: A curve whose mounts scatter by 1 % has a band score that is in doubt by about 2 %.
 *
 * @throws where `draws` is not positive
 */
export function measureIntervals(
  curve: EntryCurve,
  rule: MeasureRule,
  seed?: number,
  draws?: number,
): MeasureIntervals {
  const { band, controlRiseK, worth } = rule;
  return {
    bandScoreWPerK: bandScore95(curve, band),
    bandMean: measure95(curve, 0.5 * (band.from + band.to), (of) => {
      const found = bandMean(of, band);
      return found.known ? found.value : null;
    }),
    noiseToHoldDba: noiseToHold95(curve, controlRiseK),
    kneeDba: knee95(curve, worth, seed, draws),
  };
}
