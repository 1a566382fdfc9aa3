import { groupBy } from '@/core/statistics/groupBy';
import type { Sweep, SweepSetting } from '@/core/uncertainty/sweep';
import { pchip, pchipAt, type Pchip } from './pchip';
import { byPlace } from '../samePlace';
import type { Meeting } from '../standing';

/** What the line of a curve goes through, and of which settings each of its knots is made. */
export interface SweepKnots {
  fit: Pchip;
  /** By knot: the settings that it is a mean of, and what share of it each is. */
  made: { setting: number; share: number }[][];
}

/**
 * The knots of a sweep: settings of one block have its mean, weighed by their mounts, and those at the very same place are one (FORMATS steps
 * 6 and 14). Null where the curve is judged by none.
 *
 * Example: Two settings at 30 and 33 dB(A) that are pooled: two knots of one value, each made of both by half.
 */
export function sweepKnots({ settings }: Pick<Sweep, 'settings'>): SweepKnots | null {
  const judged = settings.flatMap((setting, i) => (setting.block === null ? [] : [{ ...setting, i }]));
  if (judged.length === 0) return null;
  const blocks = groupBy(judged, ({ block }) => block);
  const mountsOf = (block: readonly SweepSetting[]) =>
    block.reduce((sum, { cells }) => sum + cells.length, 0);
  const places = byPlace(judged);
  const made = places.map((place) =>
    place.flatMap(({ block }) => {
      const together = blocks.get(block)!;
      const mounts = mountsOf(together);
      return together.map(({ i, cells }) => ({ setting: i, share: cells.length / mounts / place.length }));
    }),
  );
  const values = made.map((of) =>
    of.reduce((sum, { setting, share }) => sum + share * settings[setting]!.value, 0),
  );
  return {
    fit: pchip(
      places.map(([first]) => first!.at),
      values,
    ),
    made,
  };
}

/** Step of the derivatives, as a share of what the knots span, or of their size. */
const STEP = 1e-5;

/**
 * w of DOUBT a: what the value where a line meets the curve moves by as each setting’s mean does, numerically; they sum to 1. By setting of the
 * sweep, in its order. Only the knots beside the line and one more on either side move it: its slopes reach no further.
 *
 * Example: Half way between two settings that the curve runs straight through: a half each.
 */
export function settingWeights({ fit, made }: SweepKnots, meeting: Meeting, settings: number): number[] {
  const weights = new Array<number>(settings).fill(0);
  const share = (knot: number, weight: number) => {
    for (const { setting, share: of } of made[knot]!) weights[setting]! += weight * of;
  };
  const { before, after, at } = meeting;
  if (before === after) {
    share(before, 1);
    return weights;
  }
  const from = Math.max(0, before - 1);
  const to = Math.min(fit.x.length, before + 3);
  const x = fit.x.slice(from, to);
  const y = fit.y.slice(from, to);
  const span = Math.max(...y) - Math.min(...y);
  const step = STEP * (span > 0 ? span : Math.max(1, Math.abs(y[0]!)));
  for (let i = 0; i < y.length; i += 1) {
    const kept = y[i]!;
    y[i] = kept + step;
    const up = pchipAt(pchip(x, y), at).y;
    y[i] = kept - step;
    const down = pchipAt(pchip(x, y), at).y;
    y[i] = kept;
    share(from + i, (up - down) / (2 * step));
  }
  return weights;
}
