import { offItsLaw } from '@/core/air/offItsLaw';
import { runSlips } from '@/core/flags/runSlips';
import { groupBy } from '@/core/statistics/groupBy';
import { withDatabase } from '@/database/pool';
import { listAllReadings } from '@/database/runs/runValues';
import { memoized } from '../model/cachedUntilWritten';
import type { RoundUpView } from '../model/roundUpView';

/** A run that counts and is mostly a slip. */
export interface SlippedRun {
  id: number;
  label: string;
  entry: string;
  product: string;
  says: string[];
}

/** Runs that count and look like slips of the pen, with the sentences that name the other values: dies, rooms, levels, readings at places. */
export const viewRunSlips = memoized(async (view: RoundUpView): Promise<SlippedRun[]> => {
  const counting = view.runs.filter((run) => run.setAside === '');
  const found = runSlips(counting);
  const readings = await withDatabase((db) => listAllReadings(db, view.roundUp.id));
  const readOf = groupBy(readings, (reading) => reading.runId);
  const ofEntry = groupBy(
    counting.filter((run) => readOf.has(run.id)),
    (run) => run.entry,
  );
  return counting.flatMap((run) => {
    const mine = readOf.get(run.id) ?? [];
    const siblings = (ofEntry.get(run.entry) ?? [])
      .filter((other) => other !== run)
      .map((other) => ({ rpm: other.rpm, readings: readOf.get(other.id)! }));
    const says = [
      ...(found.get(run.id) ?? []).map((slip) => slip.says),
      // One other speed cannot tell which of the two is wrong: then both are asked about.
      ...offItsLaw(mine, run.rpm, siblings),
    ];
    const { id, label, entry, product } = run;
    return says.length > 0 ? [{ id, label, entry, product, says }] : [];
  });
});
