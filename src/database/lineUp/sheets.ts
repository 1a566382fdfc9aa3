import { sheetFrom, type SheetBody, type SheetKind } from '@/contracts/sheets/sheets';
import type { Queryable } from '../pool';

export type { SheetKind };

export interface KeptSheet<T> {
  version: number;
  body: T;
}

/** A sheet that came with a row of another query, as this version knows it. */
export function keptSheet<K extends SheetKind>(
  kind: K,
  kept: KeptSheet<unknown> | null,
): KeptSheet<SheetBody<K>> | null {
  return kept && { version: kept.version, body: sheetFrom(kind, kept.body) };
}

/** A sheet; null where nothing was written yet. */
export async function readSheet<K extends SheetKind>(
  db: Queryable,
  kind: K,
  owner: number,
): Promise<KeptSheet<SheetBody<K>> | null> {
  return (await readSheets(db, kind, [owner])).get(owner) ?? null;
}

export interface SheetWrite {
  kind: SheetKind;
  owner: number;
  /** The version that the writer saw; 0 where there was none. */
  version: number;
  body: unknown;
  who: string;
  reason: string;
}

/** Writes a sheet and its line of history; the new version, or null where somebody else has written meanwhile. */
export async function writeSheet(db: Queryable, write: SheetWrite): Promise<number | null> {
  const { kind, owner, version, who, reason } = write;
  const body = JSON.stringify(write.body);
  const before = await db.query<{ version: number; body: unknown }>(
    `SELECT version, body FROM sheets WHERE kind = $1 AND owner = $2 FOR UPDATE`,
    [kind, owner],
  );
  if ((before.rows[0]?.version ?? 0) !== version) return null;
  const { rows } = await db.query<{ version: number }>(
    `INSERT INTO sheets (kind, owner, body) VALUES ($1, $2, $3)
     ON CONFLICT (kind, owner) DO UPDATE SET body = EXCLUDED.body, version = sheets.version + 1
     WHERE sheets.version = $4
     RETURNING version`,
    [kind, owner, body, version],
  );
  if (!rows[0]) return null;
  const was = before.rows[0] ? JSON.stringify(before.rows[0].body) : null;
  await db.query(
    `INSERT INTO sheet_changes (kind, owner, who, reason, was, is_now) VALUES ($1, $2, $3, $4, $5, $6)`,
    [kind, owner, who, reason, was, body],
  );
  return rows[0].version;
}

/** Writes the first sheets of what has none yet, each with its line of history. */
export async function writeFirstSheets(
  db: Queryable,
  sheets: readonly Pick<SheetWrite, 'kind' | 'owner' | 'body'>[],
  who: string,
): Promise<void> {
  await db.query(
    `WITH given AS (SELECT * FROM jsonb_to_recordset($1) AS given (kind text, owner integer, body jsonb)),
          written AS (INSERT INTO sheets (kind, owner, body) SELECT kind, owner, body FROM given)
     INSERT INTO sheet_changes (kind, owner, who, reason, was, is_now) SELECT kind, owner, $2, '', NULL, body FROM given`,
    [JSON.stringify(sheets), who],
  );
}

export interface SheetChange<T> {
  id: number;
  changedAt: Date;
  who: string;
  reason: string;
  was: T | null;
  isNow: T;
}

/** What was written of a thing, the first first. */
export async function listSheetChanges<K extends SheetKind>(
  db: Queryable,
  kind: K,
  owner: number,
): Promise<SheetChange<SheetBody<K>>[]> {
  const { rows } = await db.query<SheetChange<unknown> & Record<string, unknown>>(
    `SELECT id, changed_at AS "changedAt", who, reason, was, is_now AS "isNow"
     FROM sheet_changes WHERE kind = $1 AND owner = $2 ORDER BY id`,
    [kind, owner],
  );
  return rows.map(({ was, isNow, ...change }) => ({
    ...change,
    was: was === null ? null : sheetFrom(kind, was),
    isNow: sheetFrom(kind, isNow),
  }));
}

const OWNERS: Record<SheetKind, string> = {
  brief: 'live_round_ups',
  plan: 'live_round_ups',
  'rig-book': 'rigs',
  'rig-setup': 'rig_revisions',
  product: 'products',
  sample: 'samples',
  entry: 'entries',
  plate: 'entries',
  case: 'cases',
  lab: 'lab',
  prices: 'entries',
  verdict: 'live_round_ups',
};

/** Whether there is what a sheet would be written of; held, so that it stays until the writing is done. */
export async function sheetOwnerIsThere(db: Queryable, kind: SheetKind, owner: number): Promise<boolean> {
  const { rowCount } = await db.query(`SELECT 1 FROM ${OWNERS[kind]} WHERE id = $1 FOR KEY SHARE`, [owner]);
  return rowCount === 1;
}

/** The sheets of a kind that were written of these owners, by owner. */
export async function readSheets<K extends SheetKind>(
  db: Queryable,
  kind: K,
  owners: readonly number[],
): Promise<Map<number, KeptSheet<SheetBody<K>>>> {
  const { rows } = await db.query<{ owner: number; version: number; body: unknown }>(
    `SELECT owner, version, body FROM sheets WHERE kind = $1 AND owner = ANY ($2)`,
    [kind, owners],
  );
  return new Map(rows.map(({ owner, version, body }) => [owner, { version, body: sheetFrom(kind, body) }]));
}
