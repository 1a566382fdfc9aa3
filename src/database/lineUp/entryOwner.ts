import type { Queryable } from '../pool';

export interface EntryOwner {
  entryId: number;
  productId: number;
  maker: string;
  name: string;
  kind: string;
  revision: string;
  fans: string;
  fanCount: number | null;
  price: number | null;
  currency: string;
  heightMm: number | null;
}

/** What the columns know of an entry and its product, for sheets that were never written. */
export async function entryOwner(db: Queryable, entryId: number): Promise<EntryOwner | null> {
  const { rows } = await db.query<EntryOwner & Record<string, unknown>>(
    `SELECT e.id AS "entryId", p.id AS "productId", p.maker, p.name, p.kind, p.revision, e.fans,
            e.fan_count AS "fanCount", e.price::double precision AS price, e.currency, e.height_mm AS "heightMm"
     FROM entries e JOIN products p ON p.id = e.product_id WHERE e.id = $1`,
    [entryId],
  );
  return rows[0] ?? null;
}
