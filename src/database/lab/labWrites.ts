import type { Queryable } from '../pool';

/** A text that changes whenever a transaction has written to what round-ups show. */
export async function labStamp(db: Queryable): Promise<string> {
  const { rows } = await db.query<{ stamp: string }>(
    `SELECT count(*) || ':' || coalesce(max(xid::text::numeric), 0) AS stamp FROM lab_writes`,
  );
  return rows[0]!.stamp;
}

/** Yesterday's writes need not be counted any longer. */
export async function forgetOldWrites(db: Queryable): Promise<void> {
  await db.query(`DELETE FROM lab_writes WHERE at < lab_now() - interval '1 day'`);
}
