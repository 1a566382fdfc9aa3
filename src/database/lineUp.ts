import type { Entry } from '@/core/lineUp/entry';
import type { Product } from '@/core/lineUp/product';
import type { Sample } from '@/core/lineUp/sample';
import type { Queryable } from './pool';
import type { KeptSheet } from './sheets';

export interface LineUpRow {
  entryId: number;
  code: string;
  position: number;
  isControl: boolean;
  fans: string;
  fanCount: number | null;
  price: number | null;
  currency: string;
  heightMm: number | null;
  coverName: string;
  productId: number;
  maker: string;
  productName: string;
  kind: string;
  revision: string;
  sampleId: number | null;
  runs: number;
  product: KeptSheet<Product> | null;
  sample: KeptSheet<Sample> | null;
  entry: KeptSheet<Entry> | null;
}

const sheet = (alias: string) =>
  `CASE WHEN ${alias}.owner IS NULL THEN NULL ELSE jsonb_build_object('version', ${alias}.version, 'body', ${alias}.body) END`;

/** The line-up of a round-up with all that was written of its products, samples and entries, in its order. */
export async function listLineUp(db: Queryable, roundUpId: number): Promise<LineUpRow[]> {
  const { rows } = await db.query<LineUpRow & Record<string, unknown>>(
    `SELECT e.id AS "entryId", c.code, c.position, c.is_control AS "isControl", e.fans, e.fan_count AS "fanCount",
            e.price::double precision AS price, e.currency, e.height_mm AS "heightMm", e.cover_name AS "coverName",
            p.id AS "productId", p.maker, p.name AS "productName", p.kind, p.revision, e.sample_id AS "sampleId",
            (SELECT count(*)::int FROM runs u WHERE u.entry_id = e.id AND u.deleted_at IS NULL) AS runs,
            ${sheet('ps')} AS product, ${sheet('ss')} AS sample, ${sheet('es')} AS entry
     FROM round_up_entries c
     JOIN entries e ON e.id = c.entry_id
     JOIN products p ON p.id = e.product_id
     LEFT JOIN sheets ps ON ps.kind = 'product' AND ps.owner = p.id
     LEFT JOIN sheets ss ON ss.kind = 'sample' AND ss.owner = e.sample_id
     LEFT JOIN sheets es ON es.kind = 'entry' AND es.owner = e.id
     WHERE c.round_up_id = $1 ORDER BY c.position`,
    [roundUpId],
  );
  return rows;
}

export async function updateProductColumns(db: Queryable, id: number, product: Product): Promise<void> {
  await db.query(`UPDATE products SET maker = $2, name = $3, kind = $4, revision = $5 WHERE id = $1`, [
    id,
    product.maker,
    product.name,
    product.kind,
    product.revision,
  ]);
}

export async function findOrAddProduct(db: Queryable, product: Product): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO products (maker, name, kind, revision) VALUES ($1, $2, $3, $4)
     ON CONFLICT (maker, name, kind, revision) DO UPDATE SET name = EXCLUDED.name RETURNING id`,
    [product.maker, product.name, product.kind, product.revision],
  );
  return rows[0]!.id;
}

export async function insertSample(db: Queryable, productId: number, label: string): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO samples (product_id, label) VALUES ($1, $2) RETURNING id`,
    [productId, label],
  );
  return rows[0]!.id;
}

export async function findSample(db: Queryable, productId: number, label: string): Promise<number | null> {
  const { rows } = await db.query<{ id: number }>(
    `SELECT id FROM samples WHERE product_id = $1 AND label = $2`,
    [productId, label],
  );
  return rows[0]?.id ?? null;
}

export async function updateSampleLabel(db: Queryable, id: number, label: string): Promise<void> {
  await db.query(`UPDATE samples SET label = $2 WHERE id = $1`, [id, label]);
}

export async function setEntrySample(db: Queryable, entryId: number, sampleId: number | null): Promise<void> {
  await db.query(`UPDATE entries SET sample_id = $2 WHERE id = $1`, [entryId, sampleId]);
}

export interface EntryColumns {
  fans: string;
  fanCount: number | null;
  price: number | null;
  currency: string;
  heightMm: number | null;
  coverName: string;
}

export async function updateEntryColumns(db: Queryable, id: number, columns: EntryColumns): Promise<void> {
  await db.query(
    `UPDATE entries SET fans = $2, fan_count = $3, price = $4, currency = $5, height_mm = $6, cover_name = $7 WHERE id = $1`,
    [
      id,
      columns.fans,
      columns.fanCount,
      columns.price,
      columns.currency,
      columns.heightMm,
      columns.coverName,
    ],
  );
}

export async function listEntriesOfProduct(db: Queryable, productId: number): Promise<number[]> {
  const { rows } = await db.query<{ id: number }>(`SELECT id FROM entries WHERE product_id = $1`, [
    productId,
  ]);
  return rows.map((row) => row.id);
}

/** Round-ups that cite an entry as their control, of those on this sample. */
export async function controlOf(db: Queryable, sampleId: number): Promise<string[]> {
  const { rows } = await db.query<{ title: string }>(
    `SELECT DISTINCT r.title FROM round_up_entries c JOIN live_round_ups r ON r.id = c.round_up_id
     JOIN entries e ON e.id = c.entry_id WHERE e.sample_id = $1 AND c.is_control`,
    [sampleId],
  );
  return rows.map((row) => row.title);
}

/** Titles of the round-ups that cite a product. */
export async function citingProduct(db: Queryable, productId: number): Promise<string[]> {
  const { rows } = await db.query<{ title: string }>(
    `SELECT DISTINCT r.title FROM round_up_entries c JOIN live_round_ups r ON r.id = c.round_up_id
     JOIN entries e ON e.id = c.entry_id WHERE e.product_id = $1 ORDER BY r.title`,
    [productId],
  );
  return rows.map((row) => row.title);
}

/** Makes an entry a control of a round-up, or no longer. */
export async function setControl(
  db: Queryable,
  roundUpId: number,
  entryId: number,
  isControl: boolean,
): Promise<void> {
  await db.query(`UPDATE round_up_entries SET is_control = $3 WHERE round_up_id = $1 AND entry_id = $2`, [
    roundUpId,
    entryId,
    isControl,
  ]);
}

export async function removeCitation(
  db: Queryable,
  roundUpId: number,
  entryId: number,
): Promise<{ code: string; position: number; isControl: boolean } | null> {
  const { rows } = await db.query<{ code: string; position: number; isControl: boolean }>(
    `DELETE FROM round_up_entries WHERE round_up_id = $1 AND entry_id = $2
     RETURNING code, position, is_control AS "isControl"`,
    [roundUpId, entryId],
  );
  return rows[0] ?? null;
}
