import { known, type Outcome } from '@/core/outcome';
import { reduceTrace, type Reduction } from '@/core/reduction/reduceTrace';
import { reduceTyped } from '@/core/reduction/reduceTyped';
import type { Queryable } from '@/database/pool';
import { getRunToReduce, type RunToReduce } from '@/database/runEdits';
import { saveReduction } from '@/database/runs';
import { readTrace } from '@/database/traces';
import { toTrace } from '@/formats/bundle/traceTable';

/** A run that a change would leave without a number; nothing is saved. */
export class CannotReduce extends Error {}

async function reduce(db: Queryable, run: RunToReduce, windowS: number): Promise<Outcome<Reduction>> {
  const rule = { loadW: run.loadW, program: run.loadName !== '', limitC: run.limitC, windowS };
  if (!run.hasTrace) {
    const means = { cpuC: run.typedCpuC!, ambientC: run.typedAmbientC!, powerW: run.typedPowerW };
    return known(reduceTyped(means, rule));
  }
  const channels = await readTrace(db, run.id, ['t_s', 'cpu_c', 'ambient_c', 'power_w']);
  return reduceTrace(toTrace({ channels }), {
    ...rule,
    typedAmbientC: run.typedAmbientC ?? undefined,
    movedWindow: run.movedStartS === null ? undefined : { startS: run.movedStartS, endS: run.movedEndS! },
  });
}

/**
 * Makes the numbers of a kept run anew, for every length of window that a round-up asks of it.
 * @throws CannotReduce where the run gives no number
 */
export async function reduceStoredRun(db: Queryable, runId: number): Promise<void> {
  const run = await getRunToReduce(db, runId);
  for (const windowS of run.windowsS) {
    const reduction = await reduce(db, run, windowS);
    if (!reduction.known) throw new CannotReduce(reduction.reason);
    await saveReduction(db, runId, windowS, reduction.value);
  }
}
