import type { Queryable } from '../pool';

export interface KeptRoundUp {
  source: Record<string, unknown>;
}

export async function getRoundUpSource(db: Queryable, roundUpId: number): Promise<Record<string, unknown>> {
  const { rows } = await db.query<KeptRoundUp>(`SELECT source FROM round_ups WHERE id = $1`, [roundUpId]);
  return rows[0]!.source;
}

export interface KeptEntry {
  entry: string;
  fanCount: number | null;
  extra: Record<string, string>;
}

/** What a bundle had of each entry beyond what pages show. */
export async function listEntryExtras(db: Queryable, roundUpId: number): Promise<KeptEntry[]> {
  const { rows } = await db.query<KeptEntry>(
    `SELECT c.code AS entry, e.fan_count AS "fanCount", e.extra
     FROM round_up_entries c JOIN entries e ON e.id = c.entry_id WHERE c.round_up_id = $1 ORDER BY c.position`,
    [roundUpId],
  );
  return rows;
}

export interface KeptRun {
  id: number;
  trace: string;
  extra: Record<string, string>;
}

export async function listRunExtras(db: Queryable, roundUpId: number): Promise<KeptRun[]> {
  const { rows } = await db.query<KeptRun>(
    `SELECT u.id, u.trace, u.extra FROM live_round_ups r
     JOIN round_up_entries c ON c.round_up_id = r.id
     JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id AND u.deleted_at IS NULL
     WHERE r.id = $1`,
    [roundUpId],
  );
  return rows;
}

export interface KeptChange {
  runId: number;
  changedAt: Date;
  who: string;
  what: string;
  was: string;
  isNow: string;
}

export async function listAllChanges(db: Queryable, roundUpId: number): Promise<KeptChange[]> {
  const { rows } = await db.query<KeptChange>(
    `SELECT h.run_id AS "runId", h.changed_at AS "changedAt", h.who, h.what, h.was, h.is_now AS "isNow"
     FROM live_round_ups r
     JOIN round_up_entries c ON c.round_up_id = r.id
     JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id AND u.deleted_at IS NULL
     JOIN changes h ON h.run_id = u.id
     WHERE r.id = $1 ORDER BY h.id`,
    [roundUpId],
  );
  return rows;
}

export async function listKeptFiles(
  db: Queryable,
  roundUpId: number,
): Promise<{ path: string; content: Buffer }[]> {
  const { rows } = await db.query<{ path: string; content: Buffer }>(
    `SELECT path, content FROM round_up_files WHERE round_up_id = $1 ORDER BY path`,
    [roundUpId],
  );
  return rows;
}

/** One file that came with a round-up, or is kept with it; null where there is none of that path. */
export async function keptFile(db: Queryable, roundUpId: number, path: string): Promise<Buffer | null> {
  const { rows } = await db.query<{ content: Buffer }>(
    `SELECT f.content FROM round_up_files f JOIN live_round_ups r ON r.id = f.round_up_id
     WHERE f.round_up_id = $1 AND f.path = $2`,
    [roundUpId, path],
  );
  return rows[0]?.content ?? null;
}
