import type { Entry } from '@/core/lineUp/entry';
import type { Product } from '@/core/lineUp/product';
import type { Sample } from '@/core/lineUp/sample';
import type { Queryable } from '../pool';
import { keptSheet, type KeptSheet } from './sheets';

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

/** A product of the lab that nothing covers, with the labels of its samples. */
export interface KnownProduct {
  name: string;
  maker: string;
  kind: string;
  samples: string[];
}

const MOST_PRODUCTS = 2000;

/** Products that can be named as they are, by name; what was put away with the demo left out. */
export async function listKnownProducts(db: Queryable): Promise<KnownProduct[]> {
  const { rows } = await db.query<KnownProduct & Record<string, unknown>>(
    `SELECT p.name, p.maker, p.kind,
            coalesce((SELECT array_agg(a.label ORDER BY a.label) FROM samples a WHERE a.product_id = p.id AND a.label <> ''), '{}') AS samples
     FROM products p
     WHERE p.id NOT IN (SELECT id FROM away_products)
       AND NOT EXISTS (SELECT 1 FROM entries e WHERE e.product_id = p.id AND e.cover_name <> '')
     ORDER BY lower(p.name), p.id LIMIT $1`,
    [MOST_PRODUCTS],
  );
  return rows;
}

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
  return rows.map((row) => ({
    ...row,
    product: keptSheet('product', row.product),
    sample: keptSheet('sample', row.sample),
    entry: keptSheet('entry', row.entry),
  }));
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

/** The ids of products, in their order; those that the lab does not have are added. */
export async function findOrAddProducts(db: Queryable, products: readonly Product[]): Promise<number[]> {
  const keyOf = (product: Pick<Product, 'maker' | 'name' | 'kind' | 'revision'>) =>
    JSON.stringify([product.maker, product.name, product.kind, product.revision]);
  const { rows } = await db.query<{ id: number } & Pick<Product, 'maker' | 'name' | 'kind' | 'revision'>>(
    `INSERT INTO products (maker, name, kind, revision)
     SELECT DISTINCT maker, name, kind, revision
     FROM jsonb_to_recordset($1) AS given (maker text, name text, kind text, revision text)
     ORDER BY maker, name, kind, revision
     ON CONFLICT (maker, name, kind, revision) DO UPDATE SET name = EXCLUDED.name
     RETURNING id, maker, name, kind, revision`,
    [JSON.stringify(products)],
  );
  const ids = new Map(rows.map((row) => [keyOf(row), row.id]));
  return products.map((product) => ids.get(keyOf(product))!);
}

export interface SampleOf {
  productId: number;
  label: string;
}

/** The ids of samples, in their order, and whether the lab had each; those that it did not have are added. */
export async function findOrAddSamples(
  db: Queryable,
  samples: readonly SampleOf[],
): Promise<{ id: number; isNew: boolean }[]> {
  const { rows } = await db.query<SampleOf & { id: number; isNew: boolean } & Record<string, unknown>>(
    `INSERT INTO samples (product_id, label)
     SELECT DISTINCT "productId", label FROM jsonb_to_recordset($1) AS given ("productId" integer, label text)
     ORDER BY "productId", label
     ON CONFLICT (product_id, label) DO UPDATE SET label = EXCLUDED.label
     RETURNING id, product_id AS "productId", label, xmax = 0 AS "isNew"`,
    [JSON.stringify(samples)],
  );
  const keyOf = ({ productId, label }: SampleOf) => JSON.stringify([productId, label]);
  const found = new Map(rows.map((row) => [keyOf(row), row]));
  return samples.map((sample) => found.get(keyOf(sample))!);
}

export async function updateSampleLabel(db: Queryable, id: number, label: string): Promise<void> {
  await db.query(`UPDATE samples SET label = $2 WHERE id = $1`, [id, label]);
}

/** Notes which sample each entry is. */
export async function setEntrySamples(
  db: Queryable,
  samples: readonly { entryId: number; sampleId: number }[],
): Promise<void> {
  await db.query(
    `UPDATE entries e SET sample_id = given."sampleId"
     FROM jsonb_to_recordset($1) AS given ("entryId" integer, "sampleId" integer) WHERE e.id = given."entryId"`,
    [JSON.stringify(samples)],
  );
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

/** One entry of each product, the first of it, where it has any. */
export async function firstEntries(
  db: Queryable,
  productIds: readonly number[],
): Promise<Map<number, number>> {
  const { rows } = await db.query<{ productId: number; entryId: number }>(
    `SELECT product_id AS "productId", min(id) AS "entryId" FROM entries WHERE product_id = ANY ($1) GROUP BY product_id`,
    [productIds],
  );
  return new Map(rows.map(({ productId, entryId }) => [productId, entryId]));
}

export interface EntryOfProduct extends EntryColumns {
  productId: number;
}

/** Adds entries of products; their ids, in their order. */
export async function insertEntries(db: Queryable, entries: readonly EntryOfProduct[]): Promise<number[]> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO entries (product_id, fans, fan_count, price, currency, height_mm, cover_name, extra)
     SELECT "productId", fans, "fanCount", price, currency, "heightMm", "coverName", '{}'
     FROM jsonb_array_elements($1) WITH ORDINALITY AS given (one, n),
          jsonb_to_record(one) AS its ("productId" integer, fans text, "fanCount" integer, price numeric, currency text,
                                       "heightMm" double precision, "coverName" text)
     ORDER BY n RETURNING id`,
    [JSON.stringify(entries)],
  );
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

export async function countProductRuns(db: Queryable, productId: number): Promise<number> {
  const { rows } = await db.query<{ runs: number }>(
    `SELECT count(*)::int AS runs FROM runs u JOIN entries e ON e.id = u.entry_id WHERE e.product_id = $1`,
    [productId],
  );
  return rows[0]!.runs;
}

/** Takes a product that has no runs out of the lab, with its entries and samples. */
export async function removeProduct(db: Queryable, productId: number): Promise<void> {
  await db.query(`DELETE FROM entries WHERE product_id = $1`, [productId]);
  await db.query(`DELETE FROM samples WHERE product_id = $1`, [productId]);
  await db.query(`DELETE FROM products WHERE id = $1`, [productId]);
}

export async function setCoverName(db: Queryable, entryId: number, coverName: string): Promise<void> {
  await db.query(`UPDATE entries SET cover_name = $2 WHERE id = $1`, [entryId, coverName]);
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
