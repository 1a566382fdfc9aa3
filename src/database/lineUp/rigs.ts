import { sheetFrom } from '@/contracts/sheets/sheets';
import type { PowerPlace } from '@/core/reduction/powerPlace';
import type { RigRemounts } from '@/core/rig/rigRemounts';
import type { RigSetup } from '@/core/rig/rigSetup';
import type { Queryable } from '../pool';

export interface RigRevisionRow {
  id: number;
  rigId: number;
  rig: string;
  revision: number;
  enclosure: string;
  meterDistanceCm: number;
  limitC: number;
  powerAt: PowerPlace;
  startedAt: Date;
  reason: string;
  /** Null where only distance, limit and enclosure are known. */
  setup: RigSetup | null;
  /** Runs of any entry at this revision. */
  runs: number;
}

const SELECT = `
  SELECT v.id, v.rig_id AS "rigId", g.name AS rig, v.revision, v.enclosure, v.meter_distance_cm AS "meterDistanceCm",
         v.limit_c AS "limitC", v.power_at AS "powerAt", v.started_at AS "startedAt", v.reason, s.body AS setup,
         (SELECT count(*)::int FROM runs u WHERE u.rig_revision_id = v.id AND u.deleted_at IS NULL) AS runs
  FROM rig_revisions v
  JOIN rigs g ON g.id = v.rig_id
  LEFT JOIN sheets s ON s.kind = 'rig-setup' AND s.owner = v.id`;

const revisionOf = (row: RigRevisionRow): RigRevisionRow => ({
  ...row,
  setup: row.setup && sheetFrom('rig-setup', row.setup),
});

export async function listRevisions(db: Queryable, rigId: number): Promise<RigRevisionRow[]> {
  const { rows } = await db.query<RigRevisionRow & Record<string, unknown>>(
    `${SELECT} WHERE v.rig_id = $1 ORDER BY v.revision`,
    [rigId],
  );
  return rows.map(revisionOf);
}

/** The newest revision of each rig. */
export async function listNewestRevisions(db: Queryable): Promise<RigRevisionRow[]> {
  const { rows } = await db.query<RigRevisionRow & Record<string, unknown>>(
    `${SELECT} WHERE v.revision = (SELECT max(revision) FROM rig_revisions w WHERE w.rig_id = v.rig_id)
     AND v.rig_id NOT IN (SELECT id FROM away_rigs) ORDER BY g.name`,
  );
  return rows.map(revisionOf);
}

export async function getRevision(db: Queryable, id: number): Promise<RigRevisionRow | null> {
  const { rows } = await db.query<RigRevisionRow & Record<string, unknown>>(`${SELECT} WHERE v.id = $1`, [
    id,
  ]);
  return rows[0] ? revisionOf(rows[0]) : null;
}

/** What remounts scattered by where a revision came from with a bundle. */
export async function readRemounts(db: Queryable, revisionId: number): Promise<RigRemounts[]> {
  const { rows } = await db.query<{ remounts: RigRemounts[] }>(
    `SELECT remounts FROM rig_revisions WHERE id = $1`,
    [revisionId],
  );
  return rows[0]?.remounts ?? [];
}

/** Keeps it with a revision at which nothing was measured in this lab yet. */
export async function keepRemounts(
  db: Queryable,
  revisionId: number,
  remounts: readonly RigRemounts[],
): Promise<void> {
  if (remounts.length === 0) return;
  await db.query(
    `UPDATE rig_revisions v SET remounts = $2::jsonb
     WHERE v.id = $1 AND v.remounts = '[]' AND NOT EXISTS (SELECT 1 FROM runs u WHERE u.rig_revision_id = v.id)`,
    [revisionId, JSON.stringify(remounts)],
  );
}

/** The rig of a name, held until the transaction ends. */
export async function holdRig(db: Queryable, name: string): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO rigs (name) VALUES ($1) ON CONFLICT (name) DO UPDATE SET name = EXCLUDED.name RETURNING id`,
    [name],
  );
  return rows[0]!.id;
}

/** A rig that is there, held until the transaction ends. */
export async function holdRigById(db: Queryable, rigId: number): Promise<void> {
  await db.query(`SELECT 1 FROM rigs WHERE id = $1 FOR UPDATE`, [rigId]);
}

/** A new revision of a rig that is held, with its setup written. */
export async function insertRevision(
  db: Queryable,
  rigId: number,
  setup: RigSetup,
  reason: string,
  startedAt?: Date,
): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO rig_revisions (rig_id, revision, enclosure, meter_distance_cm, limit_c, reason, started_at, power_at)
     SELECT $1, coalesce(max(revision), 0) + 1, $2, $3, $4, $5, coalesce($6, lab_now()), $7 FROM rig_revisions WHERE rig_id = $1
     RETURNING id`,
    [rigId, setup.enclosure, setup.meterDistanceCm, setup.limitC, reason, startedAt ?? null, setup.powerAt],
  );
  return rows[0]!.id;
}

export async function updateRevision(
  db: Queryable,
  id: number,
  setup: RigSetup,
  reason: string,
): Promise<void> {
  await db.query(
    `UPDATE rig_revisions SET enclosure = $2, meter_distance_cm = $3, limit_c = $4, reason = $5, power_at = $6 WHERE id = $1`,
    [id, setup.enclosure, setup.meterDistanceCm, setup.limitC, reason, setup.powerAt],
  );
}

export interface ElsewhereRuns {
  rigRevisionId: number;
  entries: number;
  runs: number;
}

/** Runs of a round-up's entries at other revisions than its own: measured, and not ranked with it. */
export async function listElsewhereRuns(db: Queryable, roundUpId: number): Promise<ElsewhereRuns[]> {
  const { rows } = await db.query<ElsewhereRuns & Record<string, unknown>>(
    `SELECT u.rig_revision_id AS "rigRevisionId", count(DISTINCT u.entry_id)::int AS entries, count(*)::int AS runs
     FROM live_round_ups r
     JOIN round_up_entries c ON c.round_up_id = r.id
     JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id <> r.rig_revision_id AND u.deleted_at IS NULL
     WHERE r.id = $1 GROUP BY u.rig_revision_id ORDER BY u.rig_revision_id`,
    [roundUpId],
  );
  return rows;
}
