import type { LevelCorrection } from '@/core/levels/levelCorrection';
import type { Queryable } from './pool';

export interface LockedRigRun {
  version: number;
  setAside: string;
  startedAt: string;
  correction: LevelCorrection | null;
}

/** A run of a rig, held until the transaction ends; null where the rig has none of that id. */
export async function lockRigRun(db: Queryable, rigId: number, runId: number): Promise<LockedRigRun | null> {
  const { rows } = await db.query<LockedRigRun & Record<string, unknown>>(
    `SELECT u.version, u.set_aside AS "setAside", u.started_at AS "startedAt",
            CASE WHEN u.level_correction_db IS NOT NULL THEN json_build_object('db', u.level_correction_db,
              'doubtDb', u.level_correction_doubt_db, 'why', u.level_correction_why) END AS correction
     FROM runs u
     JOIN rig_revisions v ON v.id = u.rig_revision_id
     WHERE u.id = $1 AND v.rig_id = $2 AND u.deleted_at IS NULL FOR UPDATE OF u`,
    [runId, rigId],
  );
  return rows[0] ?? null;
}
