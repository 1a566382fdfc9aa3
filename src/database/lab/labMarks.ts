import type { Queryable } from '../pool';

/** Notes that something was begun. */
export async function setMark(db: Queryable, name: string): Promise<void> {
  await db.query(`INSERT INTO lab_marks (name) VALUES ($1) ON CONFLICT DO NOTHING`, [name]);
}

export async function hasMark(db: Queryable, name: string): Promise<boolean> {
  const { rowCount } = await db.query(`SELECT 1 FROM lab_marks WHERE name = $1`, [name]);
  return (rowCount ?? 0) > 0;
}

/** Notes that it is done. */
export async function clearMark(db: Queryable, name: string): Promise<void> {
  await db.query(`DELETE FROM lab_marks WHERE name = $1`, [name]);
}
