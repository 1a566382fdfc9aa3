import type { Queryable } from '../pool';

export interface Change {
  changedAt: Date;
  who: string;
  what: string;
  was: string;
  isNow: string;
}

export async function listChanges(db: Queryable, runId: number): Promise<Change[]> {
  const { rows } = await db.query<Change>(
    `SELECT changed_at AS "changedAt", who, what, was, is_now AS "isNow" FROM changes WHERE run_id = $1 ORDER BY id`,
    [runId],
  );
  return rows;
}

export async function insertChange(
  db: Queryable,
  runId: number,
  change: Omit<Change, 'changedAt'> & { changedAt?: string },
): Promise<void> {
  await db.query(
    `INSERT INTO changes (run_id, who, what, was, is_now, changed_at) VALUES ($1, $2, $3, $4, $5, coalesce($6::timestamptz, lab_now()))`,
    [runId, change.who, change.what, change.was, change.isNow, change.changedAt ?? null],
  );
}
