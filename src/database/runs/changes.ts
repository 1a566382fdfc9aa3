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

/** Dates the changes of a run that were written after a moment back to it: an invented lab has a history of its own. */
export async function dateChangesBack(db: Queryable, runId: number, at: Date): Promise<void> {
  await db.query('UPDATE changes SET changed_at = $2 WHERE run_id = $1 AND changed_at > $2', [runId, at]);
}
