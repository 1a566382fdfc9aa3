import type { LayoutFan } from '@/core/cases/layout';
import type { PowerPlace } from '@/core/reduction/powerPlace';
import type { Queryable } from '../pool';

export interface RoundUpSummary {
  id: number;
  title: string;
  rig: string;
  entries: number;
  runs: number;
  loadsW: number[];
  noiseLineDba: number;
  beganAt: Date;
  archivedAt: Date | null;
}

export interface RoundUp {
  id: number;
  title: string;
  name: string;
  rig: {
    name: string;
    revision: number;
    enclosure: string;
    meterDistanceCm: number;
    limitC: number;
    powerAt: PowerPlace;
  };
  rigRevisionId: number;
  rigId: number;
  beganAt: Date;
  packageId: string;
  loadsW: number[];
  noiseLineDba: number;
  windowS: number;
  referenceAmbientC: number;
}

export interface CitedRow {
  entryId: number;
  entry: string;
  /** The product's own name, or its cover. */
  productName: string;
  maker: string;
  kind: string;
  fans: string;
  price: number | null;
  currency: string;
  heightMm: number | null;
  memoryClearanceMm: number | null;
  isControl: boolean;
  covered: boolean;
  /** Its fans in the case; empty where it is no layout. */
  layout: LayoutFan[];
  /** Label of its sample; empty where none is named. */
  sample: string;
}

export async function listRoundUps(db: Queryable): Promise<RoundUpSummary[]> {
  const { rows } = await db.query<RoundUpSummary>(
    `SELECT r.id, r.title, g.name || ', ' || CASE v.enclosure WHEN 'open' THEN 'open bench' ELSE v.enclosure END || ', revision ' || v.revision AS rig,
            coalesce(n.entries, 0) AS entries, coalesce(n.runs, 0) AS runs,
            r.loads_w AS "loadsW", r.noise_line_dba AS "noiseLineDba", r.began_at AS "beganAt",
            r.archived_at AS "archivedAt"
     FROM live_round_ups r
     JOIN rig_revisions v ON v.id = r.rig_revision_id
     JOIN rigs g ON g.id = v.rig_id
     LEFT JOIN (
       SELECT c.round_up_id, count(*)::int AS entries, sum(u.runs)::int AS runs
       FROM round_up_entries c JOIN round_ups o ON o.id = c.round_up_id
       LEFT JOIN (SELECT entry_id, rig_revision_id, count(*) AS runs FROM runs WHERE deleted_at IS NULL
                  GROUP BY entry_id, rig_revision_id) u
         ON u.entry_id = c.entry_id AND u.rig_revision_id = o.rig_revision_id
       GROUP BY c.round_up_id) n ON n.round_up_id = r.id
     ORDER BY r.created_at DESC, r.id DESC`,
  );
  return rows;
}

export async function getRoundUp(db: Queryable, id: number): Promise<RoundUp | null> {
  const { rows } = await db.query<RoundUp>(
    `SELECT r.id, r.title, r.name, r.rig_revision_id AS "rigRevisionId", r.loads_w AS "loadsW",
            r.noise_line_dba AS "noiseLineDba", r.window_s AS "windowS", r.reference_ambient_c AS "referenceAmbientC",
            v.rig_id AS "rigId", r.began_at AS "beganAt", r.package_id AS "packageId",
            jsonb_build_object('name', g.name, 'revision', v.revision, 'enclosure', v.enclosure,
                               'meterDistanceCm', v.meter_distance_cm, 'limitC', v.limit_c,
                               'powerAt', v.power_at) AS rig
     FROM live_round_ups r
     JOIN rig_revisions v ON v.id = r.rig_revision_id
     JOIN rigs g ON g.id = v.rig_id
     WHERE r.id = $1`,
    [id],
  );
  return rows[0] ?? null;
}

export async function listCitedEntries(db: Queryable, roundUpId: number): Promise<CitedRow[]> {
  const { rows } = await db.query<CitedRow>(
    `SELECT e.id AS "entryId", c.code AS entry, coalesce(nullif(e.cover_name, ''), p.name) AS "productName",
            e.cover_name <> '' AS covered, coalesce(s.label, '') AS sample,
            CASE WHEN e.cover_name = '' THEN p.maker ELSE '' END AS maker, p.kind, e.fans,
            e.price::double precision AS price, e.currency, e.height_mm AS "heightMm", c.is_control AS "isControl",
            (h.body ->> 'memoryClearanceMm')::double precision AS "memoryClearanceMm",
            coalesce(es.body -> 'layout', '[]') AS layout
     FROM round_up_entries c
     JOIN entries e ON e.id = c.entry_id
     JOIN products p ON p.id = e.product_id
     LEFT JOIN sheets h ON h.kind = 'product' AND h.owner = p.id
     LEFT JOIN sheets es ON es.kind = 'entry' AND es.owner = e.id
     LEFT JOIN samples s ON s.id = e.sample_id
     WHERE c.round_up_id = $1
     ORDER BY c.position`,
    [roundUpId],
  );
  return rows;
}

export interface NewRoundUp {
  name: string;
  title: string;
  rigRevisionId: number;
  loadsW: number[];
  noiseLineDba: number;
  windowS: number;
  referenceAmbientC: number;
  source: unknown;
  /** By the clock of the application, which times its runs, too: runs before it are older ones that are cited. */
  beganAt: Date;
  /** A new one, where it is left out. */
  packageId?: string | null;
}

/** Two who bring the same at once: the second finds what the first has written. Held until the transaction ends. */
export async function oneImportAtATime(db: Queryable): Promise<void> {
  await db.query(`SELECT pg_advisory_xact_lock(hashtext('abanico import'))`);
}

export async function insertRoundUp(db: Queryable, roundUp: NewRoundUp): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO round_ups (name, title, rig_revision_id, loads_w, noise_line_dba, window_s, reference_ambient_c, source,
                            began_at, package_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, coalesce($10, gen_random_uuid()::text)) RETURNING id`,
    [
      roundUp.name,
      roundUp.title,
      roundUp.rigRevisionId,
      roundUp.loadsW,
      roundUp.noiseLineDba,
      roundUp.windowS,
      roundUp.referenceAmbientC,
      JSON.stringify(roundUp.source),
      roundUp.beganAt,
      roundUp.packageId ?? null,
    ],
  );
  return rows[0]!.id;
}

/** Holds a round-up until the transaction ends, so that two who change it wait for each other; whether it is there. */
export async function holdRoundUp(db: Queryable, id: number): Promise<boolean> {
  const { rowCount } = await db.query(`SELECT 1 FROM live_round_ups WHERE id = $1 FOR UPDATE`, [id]);
  return rowCount === 1;
}

export interface Citation {
  roundUpId: number;
  entryId: number;
  code: string;
  position: number;
  isControl: boolean;
}

export async function citeEntries(db: Queryable, citations: readonly Citation[]): Promise<void> {
  await db.query(
    `INSERT INTO round_up_entries (round_up_id, entry_id, code, position, is_control)
     SELECT "roundUpId", "entryId", code, position, "isControl"
     FROM jsonb_to_recordset($1)
          AS given ("roundUpId" integer, "entryId" integer, code text, position integer, "isControl" boolean)`,
    [JSON.stringify(citations)],
  );
}

export const citeEntry = (db: Queryable, citation: Citation) => citeEntries(db, [citation]);

/** The round-up that a bundle was exported from or brought in as: by its id, else by name and title; the newest of several. */
export async function findTwin(
  db: Queryable,
  bundle: { packageId: string | null; name: string; title: string },
): Promise<{ id: number; title: string } | null> {
  const { rows } = await db.query<{ id: number; title: string }>(
    `SELECT id, title FROM live_round_ups
     WHERE CASE WHEN $1::text IS NULL THEN name = $2 AND title = $3 ELSE package_id = $1 END ORDER BY id DESC LIMIT 1`,
    [bundle.packageId, bundle.name, bundle.title],
  );
  return rows[0] ?? null;
}

/** The place behind the last of a line-up, which may have gaps. */
export async function nextPosition(db: Queryable, roundUpId: number): Promise<number> {
  const { rows } = await db.query<{ next: number }>(
    `SELECT coalesce(max(position), -1) + 1 AS next FROM round_up_entries WHERE round_up_id = $1`,
    [roundUpId],
  );
  return rows[0]!.next;
}

/** Keeps a file that came along; one of its path that is there already stays. */
export async function keepFile(
  db: Queryable,
  roundUpId: number,
  path: string,
  content: Uint8Array,
): Promise<void> {
  await db.query(
    `INSERT INTO round_up_files (round_up_id, path, content) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING`,
    [roundUpId, path, Buffer.from(content)],
  );
}

export interface MethodColumns {
  loadsW: number[];
  noiseLineDba: number;
  windowS: number;
  referenceAmbientC: number;
}

/** What the numbers need of a brief. */
export async function updateMethodColumns(db: Queryable, id: number, columns: MethodColumns): Promise<void> {
  await db.query(
    `UPDATE round_ups SET loads_w = $2, noise_line_dba = $3, window_s = $4, reference_ambient_c = $5 WHERE id = $1`,
    [id, columns.loadsW, columns.noiseLineDba, columns.windowS, columns.referenceAmbientC],
  );
}

export async function setRigRevision(db: Queryable, id: number, rigRevisionId: number): Promise<void> {
  await db.query(`UPDATE round_ups SET rig_revision_id = $2 WHERE id = $1`, [id, rigRevisionId]);
}

/** Runs that a round-up ranks, so that they can be reduced anew. */
export async function listRunIds(db: Queryable, id: number): Promise<number[]> {
  const { rows } = await db.query<{ id: number }>(
    `SELECT u.id FROM live_round_ups r JOIN round_up_entries c ON c.round_up_id = r.id
     JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id WHERE r.id = $1`,
    [id],
  );
  return rows.map((row) => row.id);
}
