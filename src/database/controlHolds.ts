import type { Queryable } from './pool';

/** A run of a rig, held until the transaction ends; null where the rig has none of that id. */
export async function lockRigRun(
  db: Queryable,
  rigId: number,
  runId: number,
): Promise<{ version: number; setAside: string } | null> {
  const { rows } = await db.query<{ version: number; setAside: string }>(
    `SELECT u.version, u.set_aside AS "setAside" FROM runs u
     JOIN rig_revisions v ON v.id = u.rig_revision_id
     WHERE u.id = $1 AND v.rig_id = $2 AND u.deleted_at IS NULL FOR UPDATE OF u`,
    [runId, rigId],
  );
  return rows[0] ?? null;
}
