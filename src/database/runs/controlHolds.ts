import type { AsideAs } from '@/core/runs/aside';
import { CORRECTION, selected, type CorrectionRow } from './runColumns';
import type { Queryable } from '../pool';

export interface LockedRigRun extends CorrectionRow {
  version: number;
  setAside: string;
  asideAs: AsideAs;
  startedAt: string;
}

/** A run of a rig, held until the transaction ends; null where the rig has none of that id. */
export async function lockRigRun(db: Queryable, rigId: number, runId: number): Promise<LockedRigRun | null> {
  const { rows } = await db.query<LockedRigRun & Record<string, unknown>>(
    `SELECT u.version, u.set_aside AS "setAside", u.aside_as AS "asideAs", u.started_at AS "startedAt", ${selected(CORRECTION)}
     FROM runs u
     JOIN rig_revisions v ON v.id = u.rig_revision_id
     WHERE u.id = $1 AND v.rig_id = $2 AND u.deleted_at IS NULL FOR UPDATE OF u`,
    [runId, rigId],
  );
  return rows[0] ?? null;
}
