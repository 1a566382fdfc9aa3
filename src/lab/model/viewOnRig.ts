import { withinRange } from '@/core/levels/meterRange';
import { instrumentDoubt } from '@/core/rig/instrumentDoubt';
import { getRevision } from '@/database/lineUp/rigs';
import { readSheet } from '@/database/lineUp/sheets';
import { inTransaction, withDatabase } from '@/database/pool';
import { listUnreducedRuns } from '@/database/runs/runEdits';
import { listRunsAt } from '@/database/runs/runs';
import { setupOf } from '../planning/rigView';
import { reduceStoredRun } from './reduceStoredRun';
import { rigRemounts } from './rigRemounts';
import type { RoundUpView } from './roundUpView';

/**
 * A round-up as it stands on another rig or revision: its entries with the runs that were made there, and what the instruments there
 * leave in doubt. Recordings are those of the round-up's own rig. Null where there is no such revision.
 */
export async function viewOnRig(view: RoundUpView, revisionId: number): Promise<RoundUpView | null> {
  const { roundUp, entries } = view;
  if (revisionId === roundUp.rigRevisionId) return view;
  return withDatabase(async (db) => {
    const row = await getRevision(db, revisionId);
    if (!row) return null;
    for (const runId of await listUnreducedRuns(db, roundUp.id, revisionId))
      await inTransaction((writing) => reduceStoredRun(writing, runId, 'keep'));
    const [runs, book] = await Promise.all([
      listRunsAt(db, roundUp.id, revisionId),
      readSheet(db, 'rig-book', row.rigId),
    ]);
    const names = new Map(entries.map(({ entry, product }) => [entry, product]));
    const { enclosure, meterDistanceCm, limitC, powerAt } = setupOf(row);
    const rig = { name: row.rig, revision: row.revision, enclosure, meterDistanceCm, limitC, powerAt };
    const instruments = instrumentDoubt(book?.body ?? null);
    const room = { ...roundUp, rig };
    return {
      ...view,
      roundUp: { ...roundUp, rigRevisionId: row.id, rigId: row.rigId, rig },
      runs: runs.map((run) => ({
        ...run,
        product: names.get(run.entry)!,
        level: withinRange(run.level, instruments.lowestDb),
      })),
      instruments,
      remounts: await rigRemounts(db, {
        ...{ roundUpId: roundUp.id, revisionId: row.id, lineDb: roundUp.noiseLineDba, instruments, room },
      }),
    };
  });
}
