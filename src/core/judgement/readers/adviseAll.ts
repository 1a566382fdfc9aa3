import type { EntryCurve } from '@/core/curves/entryCurve';
import type { Load } from '@/core/runs/load';
import { advise, type Advice, type Candidate, type Machine } from './advice';

const ORDER: Record<Advice['status'], number> = { fits: 0, open: 1, misses: 2 };

/** Curves of a load of fixed watts, the rise against noise. */
export interface FixedCurves {
  load: Load;
  curves: readonly EntryCurve[];
}

/**
 * What every entry would do in a machine, by the curves of the load nearest to its watts: those that fit first, then by how much is in
 * the way, then by how far under the limit they stay. An entry without a curve there has no answer.
 *
 * Example: Of 90 and 170 W measured, for a machine of 150 W: all entries by their curves at 170 W, those that fit first.
 *
 * @throws where there is no load, or of `advise`
 */
export function adviseAll<C extends Omit<Candidate, 'curve'>>(
  loads: readonly FixedCurves[],
  candidates: readonly C[],
  machine: Machine,
): { load: Load; advice: (C & Advice)[] } {
  if (loads.length === 0) throw new RangeError('adviseAll: no load of fixed watts');
  const off = ({ load }: FixedCurves) => Math.abs(Math.log(load.loadW / machine.watts));
  const nearest = loads.reduce((best, other) => (off(other) < off(best) ? other : best));
  const advice = candidates.flatMap((candidate) => {
    const curve = nearest.curves.find(({ entry }) => entry === candidate.entry);
    return curve ? [{ ...candidate, ...advise({ ...candidate, curve }, machine) }] : [];
  });
  advice.sort(
    (a, b) =>
      ORDER[a.status] - ORDER[b.status] ||
      a.misses.length - b.misses.length ||
      (b.marginK ?? -Infinity) - (a.marginK ?? -Infinity),
  );
  return { load: nearest.load, advice };
}
