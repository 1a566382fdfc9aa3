import { RISE } from '@/core/responses/responses';
import { groupBy } from '@/core/statistics/groupBy';
import type { GroupedReading } from '@/core/statistics/varianceComponents';
import { listCourseRuns, listSharedRuns } from '@/database/runs/controlRuns';
import { withDatabase } from '@/database/pool';
import { memoized } from '../model/cachedUntilWritten';
import type { RoundUpView } from '../model/roundUpView';

/** Cells that were read once tell nothing of any spread. */
const LEAST_IN_CELL = 2;
const MOST = 100;

/** The last readings of the rise on a rig that were repeated, with the day and the mount of each: what its spread is told by. */
export const spreadReadings = memoized(async (view: RoundUpView): Promise<GroupedReading[]> => {
  const { rigId, windowS } = view.roundUp;
  const runs = await withDatabase((db) => listCourseRuns(db, { rigId, response: RISE.id, windowS }));
  const cellOf = (run: (typeof runs)[number]) =>
    `${run.revision} ${run.entryId} ${run.loadKey} ${run.setting}`;
  const counts = new Map<string, number>();
  for (const run of runs) counts.set(cellOf(run), (counts.get(cellOf(run)) ?? 0) + 1);
  return runs
    .filter((run) => counts.get(cellOf(run))! >= LEAST_IN_CELL)
    .slice(-MOST)
    .map((run) => ({
      value: run.value,
      cell: cellOf(run),
      groups: { days: run.startedAt.slice(0, 10), mounts: `${run.revision} ${run.entryId} ${run.mount}` },
    }));
});

/** Of each rig and revision so many readings at most, the last of them: else one of long ago would not be among them. */
const MOST_OF_A_RIG = 50;

/**
 * The last readings of the rise that stood at one load and setting here and on another rig or revision: what the lab's rigs differ
 * by. Empty where nothing did.
 */
export const acrossRigs = memoized(async (view: RoundUpView): Promise<GroupedReading[]> => {
  const { rigRevisionId, windowS } = view.roundUp;
  const runs = await withDatabase((db) =>
    listSharedRuns(db, { revisionId: rigRevisionId, response: RISE.id, windowS }),
  );
  const byRevision = groupBy(runs, ({ revisionId }) => revisionId);
  return [...byRevision.values()].flatMap((own) =>
    own.slice(-Math.min(MOST_OF_A_RIG, Math.floor(MOST / byRevision.size))).map((run) => ({
      value: run.value,
      cell: `${run.entryId} ${run.loadKey} ${run.setting}`,
      groups: {
        rigs: String(run.revisionId),
        days: run.startedAt.slice(0, 10),
        mounts: `${run.revisionId} ${run.entryId} ${run.mount}`,
      },
    })),
  );
});
