import { known, unknown, type Outcome } from '../outcome';
import { planCost, type PlanCost, type PlanScene } from './planCost';
import { tooLarge } from './planSize';
import type { PlanSettings } from './planSettings';

const MOST_PASSES = 4;
const MOST_MOUNTS = 5;
const CONTROL_EVERY = [2, 3, 4, 6, 8];

/**
 * The plan of the fewest hours at the bench that tells a wanted difference apart: passes, mounts and how often the control comes, all
 * else as it is. Not computable where none of them does.
 *
 * Example: A rig that scatters by its mounts: more mounts and one pass.
 *
 * @param wantedK the difference that is to be told apart, K, above 0
 * @throws where it is not above 0
 */
export function leastPlan(
  given: PlanSettings,
  scene: PlanScene,
  wantedK: number,
): Outcome<{ settings: PlanSettings; cost: PlanCost }> {
  if (!(wantedK > 0)) throw new RangeError(`leastPlan: wantedK must be above 0, got ${wantedK}`);
  let best: { settings: PlanSettings; cost: PlanCost } | null = null;
  let nearest = Infinity;
  for (let passes = 1; passes <= MOST_PASSES; passes += 1)
    for (let mounts = 1; mounts <= MOST_MOUNTS; mounts += 1)
      for (const controlEvery of new Set([given.controlEvery, ...CONTROL_EVERY])) {
        const settings = { ...given, passes, mounts, controlEvery };
        if (tooLarge(settings, scene.entries, scene.loads.length)) continue;
        const cost = planCost(settings, scene);
        nearest = Math.min(nearest, cost.differenceK);
        if (cost.differenceK <= wantedK && (!best || cost.benchH < best.cost.benchH))
          best = { settings, cost };
      }
  if (best) return known(best);
  return unknown(
    Number.isFinite(nearest)
      ? `${MOST_MOUNTS} mounts of ${MOST_PASSES} passes separate ${nearest.toFixed(2)} K at best`
      : 'there is nothing to separate',
  );
}
