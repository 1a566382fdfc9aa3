import type { Queryable } from '../pool';

/** Whether a round-up is there; held, so that it stays until the writing is done, and no two publish it at once. */
export async function roundUpIsThere(db: Queryable, roundUpId: number): Promise<boolean> {
  const { rowCount } = await db.query(`SELECT 1 FROM live_round_ups WHERE id = $1`, [roundUpId]);
  if (rowCount !== 1) return false;
  await db.query(`SELECT pg_advisory_xact_lock(hashtext('abanico publish'), $1)`, [roundUpId]);
  return true;
}
