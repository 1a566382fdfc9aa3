import type { Queryable } from '../pool';

/** Revisions that a round-up is bridged from. */
export async function listBridges(db: Queryable, roundUpId: number): Promise<number[]> {
  const { rows } = await db.query<{ id: number }>(
    `SELECT from_revision_id AS id FROM bridges WHERE round_up_id = $1 ORDER BY made_at`,
    [roundUpId],
  );
  return rows.map(({ id }) => id);
}

export async function useBridge(
  db: Queryable,
  roundUpId: number,
  fromRevisionId: number,
  who: string,
): Promise<void> {
  await db.query(
    `INSERT INTO bridges (round_up_id, from_revision_id, who) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING`,
    [roundUpId, fromRevisionId, who],
  );
}

export async function dropBridge(db: Queryable, roundUpId: number, fromRevisionId: number): Promise<void> {
  await db.query(`DELETE FROM bridges WHERE round_up_id = $1 AND from_revision_id = $2`, [
    roundUpId,
    fromRevisionId,
  ]);
}
