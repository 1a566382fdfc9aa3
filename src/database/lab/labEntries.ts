import type { PowerPlace } from '@/core/reduction/powerPlace';
import { defaultSetup } from '@/core/rig/rigSetup';
import type { Queryable } from '../pool';
import { holdRig, insertRevision } from '../lineUp/rigs';

export interface NewEntry {
  maker: string;
  product: string;
  kind: string;
  revision?: string | undefined;
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
       INSERT INTO products (maker, name, kind, revision) VALUES ($1, $2, $3, $10)
       ON CONFLICT (maker, name, kind, revision) DO UPDATE SET name = EXCLUDED.name
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
      entry.revision ?? '',
    ],
  );
  return rows[0]!.id;
}

/** Adds an entry of a product that is known by its columns; its fans are written as a sheet, or not known. */
export function insertEntryOf(
  db: Queryable,
  product: Omit<NewEntry, 'product' | 'fans' | 'fanCount' | 'extra'> & { name: string },
): Promise<number> {
  const { maker, name, kind, revision, price, currency, heightMm } = product;
  const fans = { fans: '', fanCount: null };
  return insertEntry(db, {
    maker,
    product: name,
    kind,
    revision,
    price,
    currency,
    heightMm,
    ...fans,
    extra: {},
  });
}

/** What a bundle of the first form says of a rig. */
export interface RigOutline {
  name: string;
  enclosure: string;
  meterDistanceCm: number;
  limitC: number;
  powerAt?: PowerPlace | undefined;
}

/** The newest revision of a rig that stands like this; a new one where none does. */
export async function findOrAddRigRevision(db: Queryable, outline: RigOutline): Promise<number> {
  // Holding the rig's row keeps any other import from adding a revision meanwhile.
  const rigId = await holdRig(db, outline.name);
  const found = await db.query<{ id: number }>(
    `SELECT id FROM rig_revisions
     WHERE rig_id = $1 AND enclosure = $2 AND meter_distance_cm = $3 AND limit_c = $4 AND power_at = $5 ORDER BY revision DESC LIMIT 1`,
    [rigId, outline.enclosure, outline.meterDistanceCm, outline.limitC, outline.powerAt ?? 'die'],
  );
  return found.rows[0]?.id ?? insertRevision(db, rigId, defaultSetup(outline), '');
}
