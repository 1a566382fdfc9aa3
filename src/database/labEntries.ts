import type { Queryable } from './pool';

export interface NewEntry {
  maker: string;
  product: string;
  kind: string;
  fans: string;
  fanCount: number | null;
  price: number | null;
  currency: string;
  heightMm: number | null;
  extra: Record<string, string>;
}

/** Adds an entry, and its product where the lab does not have it yet. */
export async function insertEntry(db: Queryable, entry: NewEntry): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `WITH added AS (
       INSERT INTO products (maker, name, kind) VALUES ($1, $2, $3)
       ON CONFLICT (maker, name, kind) DO UPDATE SET name = EXCLUDED.name
       RETURNING id
     )
     INSERT INTO entries (product_id, fans, fan_count, price, currency, height_mm, extra)
     SELECT id, $4, $5, $6, $7, $8, $9 FROM added
     RETURNING id`,
    [
      entry.maker,
      entry.product,
      entry.kind,
      entry.fans,
      entry.fanCount,
      entry.price,
      entry.currency,
      entry.heightMm,
      JSON.stringify(entry.extra),
    ],
  );
  return rows[0]!.id;
}

export interface RigSetup {
  name: string;
  enclosure: string;
  meterDistanceCm: number;
  limitC: number;
}

/** The revision of a rig that is set up like this; a new one where none is. */
export async function findOrAddRigRevision(db: Queryable, setup: RigSetup): Promise<number> {
  const rig = await db.query<{ id: number }>(
    `INSERT INTO rigs (name) VALUES ($1) ON CONFLICT (name) DO UPDATE SET name = EXCLUDED.name RETURNING id`,
    [setup.name],
  );
  // The upsert above holds the rig's row, so that no other import can add a revision meanwhile.
  const values = [rig.rows[0]!.id, setup.enclosure, setup.meterDistanceCm, setup.limitC];
  const found = await db.query<{ id: number }>(
    `SELECT id FROM rig_revisions
     WHERE rig_id = $1 AND enclosure = $2 AND meter_distance_cm = $3 AND limit_c = $4`,
    values,
  );
  if (found.rows[0]) return found.rows[0].id;
  const added = await db.query<{ id: number }>(
    `INSERT INTO rig_revisions (rig_id, revision, enclosure, meter_distance_cm, limit_c)
     SELECT $1, coalesce(max(revision), 0) + 1, $2, $3, $4 FROM rig_revisions WHERE rig_id = $1
     RETURNING id`,
    values,
  );
  return added.rows[0]!.id;
}
