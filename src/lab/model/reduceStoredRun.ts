import { movedWindowOf } from '@/core/runs/runColumns';
import { noResult } from '@/core/reduction/noResult';
import type { Queryable } from '@/database/pool';
import { getRunToReduce } from '@/database/runs/runEdits';
import { dropOtherReductions, saveReductions } from '@/database/runs/reductions';
import { dropOtherValues } from '@/database/runs/runValues';
import { readTrace } from '@/database/runs/traces';
import { reduceRun } from './reduceRun';
import { saveStoredValues } from './runValues';

/** A run that a change would leave without a number; nothing is saved. */
export class CannotReduce extends Error {}

/** Headings that a reduction reads of a log. */
const READ = ['t_s', 'cpu_c', 'ambient_c', 'power_w', 'noise_db'];

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
  const trace = run.hasTrace ? { channels: await readTrace(db, run.id, READ) } : null;
  for (const windowS of all) {
    const reduction = reduceRun({ ...run, movedWindow: movedWindowOf(run) }, trace, { ...run, windowS });
    const mayBeWithout = withoutNumber === 'keep' || !run.windowsS.includes(windowS);
    if (!reduction.known && !mayBeWithout) throw new CannotReduce(reduction.reason);
    const kept = reduction.known ? reduction.value : noResult(reduction.reason);
    await saveReductions(db, windowS, [{ runId, reduction: kept }]);
    await saveStoredValues(db, { ...run, windowS }, kept);
  }
  await dropOtherReductions(db, runId, all);
  await dropOtherValues(db, runId, all);
}
