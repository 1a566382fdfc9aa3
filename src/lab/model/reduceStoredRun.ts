import type { Outcome } from '@/core/outcome';
import { movedWindowOf } from '@/core/runs/runColumns';
import { reduceTrace, type Reduction } from '@/core/reduction/reduceTrace';
import { noDie, noResult } from '@/core/reduction/noResult';
import { hasDie } from './reduceBundleRun';
import { reduceTyped } from '@/core/reduction/reduceTyped';
import type { Queryable } from '@/database/pool';
import { getRunToReduce, type RunToReduce } from '@/database/runs/runEdits';
import { dropOtherReductions, saveReductions } from '@/database/runs/reductions';
import { dropOtherValues } from '@/database/runs/runValues';
import { readTrace } from '@/database/runs/traces';
import { saveStoredValues } from './runValues';
import { toTrace } from '@/formats/bundle/tables/traceTable';

/** A run that a change would leave without a number; nothing is saved. */
export class CannotReduce extends Error {}

/** What a run comes to, which may be nothing; null where no die was measured. */
async function reduce(db: Queryable, run: RunToReduce, windowS: number): Promise<Outcome<Reduction> | null> {
  const rule = {
    loadW: run.loadW,
    program: run.loadName !== '',
    limitC: run.limitC,
    powerAt: run.powerAt,
    windowS,
  };
  if (!run.hasTrace) {
    if (run.typedCpuC === null || run.typedAmbientC === null) return null;
    const means = { cpuC: run.typedCpuC, ambientC: run.typedAmbientC, powerW: run.typedPowerW };
    return reduceTyped(means, rule);
  }
  const channels = await readTrace(db, run.id, ['t_s', 'cpu_c', 'ambient_c', 'power_w', 'noise_db']);
  if (!hasDie({ run, trace: { channels } })) return null;
  return reduceTrace(toTrace({ channels }), {
    ...rule,
    typedAmbientC: run.typedAmbientC ?? undefined,
    movedWindow: movedWindowOf(run) ?? undefined,
  });
}

/**
 * Makes the numbers of a kept run anew, for every length of window that a round-up asks of it; those that nobody asks
 * for any more are forgotten. A run that gives no number is refused, or kept without one where it must be.
 * @throws CannotReduce where the run gives no number
 */
export async function reduceStoredRun(
  db: Queryable,
  runId: number,
  withoutNumber: 'refuse' | 'keep' = 'refuse',
): Promise<void> {
  const run = await getRunToReduce(db, runId);
  const all = [...new Set([...run.windowsS, ...run.besideS])];
  for (const windowS of all) {
    const reduction = await reduce(db, run, windowS);
    const mayBeWithout = withoutNumber === 'keep' || !run.windowsS.includes(windowS);
    if (reduction && !reduction.known && !mayBeWithout) throw new CannotReduce(reduction.reason);
    const kept = !reduction ? noDie() : reduction.known ? reduction.value : noResult(reduction.reason);
    await saveReductions(db, windowS, [{ runId, reduction: kept }]);
    await saveStoredValues(db, { ...run, windowS }, kept);
  }
  await dropOtherReductions(db, runId, all);
  await dropOtherValues(db, runId, all);
}
