import { sheetFrom } from '@/contracts/sheets/sheets';
import type { Brief } from '@/core/brief/brief';
import type { Queryable } from '../pool';

export interface KeptMethod {
  id: number;
  name: string;
  body: Brief;
}

export async function listMethods(db: Queryable): Promise<KeptMethod[]> {
  const { rows } = await db.query<KeptMethod & Record<string, unknown>>(
    `SELECT id, name, body FROM methods ORDER BY name`,
  );
  return rows.map((row) => ({ ...row, body: sheetFrom('brief', row.body) }));
}

/** Keeps a brief under a name; one that has the name already is replaced. */
export async function keepMethod(db: Queryable, name: string, body: Brief): Promise<void> {
  await db.query(
    `INSERT INTO methods (name, body) VALUES ($1, $2)
     ON CONFLICT (name) DO UPDATE SET body = EXCLUDED.body, changed_at = lab_now()`,
    [name, JSON.stringify(body)],
  );
}
