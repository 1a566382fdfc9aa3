import { array, object } from 'yup';
import { insertChange, type Change } from '@/database/runs/changes';
import { lockRigRun, type LockedRigRun } from '@/database/runs/controlHolds';
import { inTransaction, type Queryable } from '@/database/pool';
import type { RunFields } from '@/core/runs/runColumns';
import { updateRun } from '@/database/runs/runEdits';
import { text, whole } from '@/contracts/sheets/fields';
import { Refused } from '../refusal';

/** Many runs of a rig, each with the version that was seen, and why they are changed. */
export const rigRunsWish = {
  runs: array(object({ id: whole(1).required(), version: whole().required() }).noUnknown())
    .min(1, 'which runs?')
    .max(50_000)
    .required(),
  who: text(100).default('reviewer'),
};

export interface RigRunsWish {
  runs: readonly { id: number; version: number }[];
  reason: string;
  who: string;
}

/** What becomes of a run, and what its change log says of it; null where it stays as it is. */
export type RigRunChange = { columns: Partial<RunFields>; log: Omit<Change, 'who' | 'changedAt'> } | null;

/**
 * Changes many runs of a rig at once, all of them or none, each with its line in the change log.
 * @throws Refused where one was changed meanwhile or is gone, or the reason is missing
 */
export async function changeRigRuns(
  rigId: number,
  wish: RigRunsWish,
  prepare: (db: Queryable, reason: string) => Promise<(run: LockedRigRun) => RigRunChange>,
): Promise<{ changed: number }> {
  const reason = wish.reason.trim();
  if (reason === '') throw new Refused('why? The reason is printed with each run', 'reason');
  return inTransaction(async (db) => {
    const changeOf = await prepare(db, reason);
    let changed = 0;
    // In one order, so that two who change at once wait for each other.
    for (const { id, version } of [...wish.runs].sort((a, b) => a.id - b.id)) {
      const run = await lockRigRun(db, rigId, id);
      if (!run) throw new Refused('a run is not there any more: look again');
      if (run.version !== version) throw new Refused('a run was changed meanwhile: look again');
      const change = changeOf(run);
      if (!change) continue;
      await updateRun(db, id, change.columns);
      await insertChange(db, id, { who: wish.who, ...change.log });
      changed += 1;
    }
    return { changed };
  });
}
