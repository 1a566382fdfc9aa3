import type { Queryable } from '../pool';

/** Gives a round-up another title; null where it is not there, else the title that it had. */
export async function renameRoundUp(
  db: Queryable,
  id: number,
  roundUp: { was: string; title: string },
): Promise<string | null> {
  const { rows } = await db.query<{ title: string }>(
    `SELECT title FROM live_round_ups WHERE id = $1 FOR UPDATE`,
    [id],
  );
  if (rows[0]?.title === roundUp.was)
    await db.query(`UPDATE round_ups SET title = $2 WHERE id = $1`, [id, roundUp.title]);
  return rows[0]?.title ?? null;
}

/** Puts a round-up away, or takes it out again; false where it is not there. */
export async function setArchived(db: Queryable, id: number, archived: boolean): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE live_round_ups SET archived_at = CASE WHEN $2 THEN coalesce(archived_at, lab_now()) END WHERE id = $1`,
    [id, archived],
  );
  return rowCount === 1;
}

/** Marks a round-up as deleted, or no longer; false where there is none. */
export async function setDeleted(db: Queryable, id: number, deleted: boolean): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE round_ups SET deleted_at = CASE WHEN $2 THEN coalesce(deleted_at, lab_now()) END WHERE id = $1`,
    [id, deleted],
  );
  return rowCount === 1;
}

/** Round-ups that were deleted, the last first. */
export async function listDeletedRoundUps(
  db: Queryable,
): Promise<{ id: number; title: string; deletedAt: Date }[]> {
  const { rows } = await db.query<{ id: number; title: string; deletedAt: Date }>(
    `SELECT id, title, deleted_at AS "deletedAt" FROM round_ups WHERE deleted_at IS NOT NULL AND put_away_at IS NULL ORDER BY deleted_at DESC`,
  );
  return rows;
}

/** A round-up with the method of another: its id; null where that is not there. */
export async function copyRoundUp(
  db: Queryable,
  id: number,
  roundUp: { name: string; title: string; beganAt: Date },
): Promise<number | null> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO round_ups (name, title, rig_revision_id, loads_w, noise_line_dba, window_s, reference_ambient_c, began_at)
     SELECT $2, $3, rig_revision_id, loads_w, noise_line_dba, window_s, reference_ambient_c, $4 FROM live_round_ups WHERE id = $1
     RETURNING id`,
    [id, roundUp.name, roundUp.title, roundUp.beganAt],
  );
  return rows[0]?.id ?? null;
}

/** A round-up begins no later than runs that are measured for it: it is dated back to the first of them. */
export async function beginWithRuns(
  db: Queryable,
  roundUpId: number,
  runIds: readonly number[],
): Promise<void> {
  await db.query(
    `UPDATE round_ups SET began_at = least(began_at, (SELECT min(measured_at) FROM runs WHERE id = ANY ($2))) WHERE id = $1`,
    [roundUpId, runIds],
  );
}

/** An entry of the same product and sample with the same fans, and no run; its id. */
export async function copyEntry(db: Queryable, entryId: number): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO entries (product_id, fans, fan_count, price, currency, height_mm, extra, sample_id, cover_name)
     SELECT product_id, fans, fan_count, price, currency, height_mm, extra, sample_id, cover_name FROM entries WHERE id = $1
     RETURNING id`,
    [entryId],
  );
  return rows[0]!.id;
}

/** What a round-up cites, as rows that can be cited again. */
export async function listCitations(
  db: Queryable,
  id: number,
): Promise<{ entryId: number; code: string; position: number; isControl: boolean }[]> {
  const { rows } = await db.query<{ entryId: number; code: string; position: number; isControl: boolean }>(
    `SELECT entry_id AS "entryId", code, position, is_control AS "isControl"
     FROM round_up_entries WHERE round_up_id = $1 ORDER BY position`,
    [id],
  );
  return rows;
}
