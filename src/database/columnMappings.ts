import type { Queryable } from './pool';

export interface KeptMapping {
  headings: string;
  meanings: { quantity: string | null; unit: string | null }[];
}

export async function listMappings(db: Queryable): Promise<KeptMapping[]> {
  const { rows } = await db.query<KeptMapping>(`SELECT headings, meanings FROM column_mappings`);
  return rows;
}

export async function keepMapping(db: Queryable, { headings, meanings }: KeptMapping): Promise<void> {
  await db.query(
    `INSERT INTO column_mappings (headings, meanings) VALUES ($1, $2)
     ON CONFLICT (headings) DO UPDATE SET meanings = EXCLUDED.meanings, changed_at = lab_now()`,
    [headings, JSON.stringify(meanings)],
  );
}
