import type { Queryable } from '../pool';
import { holdRoundUp } from '../roundUps/roundUps';

export interface CitedCode {
  roundUpId: number;
  code: string;
}

/** Where an entry is cited, and as what. */
export async function citationsOf(db: Queryable, entryId: number): Promise<CitedCode[]> {
  const { rows } = await db.query<CitedCode & Record<string, unknown>>(
    `SELECT round_up_id AS "roundUpId", code FROM round_up_entries WHERE entry_id = $1 ORDER BY round_up_id`,
    [entryId],
  );
  return rows;
}

/** Codes of a round-up; held, so that two who name at once wait for each other. */
export async function codesTaken(db: Queryable, roundUpId: number): Promise<Set<string>> {
  await holdRoundUp(db, roundUpId);
  const { rows } = await db.query<{ code: string }>(
    `SELECT code FROM round_up_entries WHERE round_up_id = $1`,
    [roundUpId],
  );
  return new Set(rows.map((row) => row.code));
}

/** Gives a cited entry another code, in everything that names it by its code but its plan. */
export async function renameCode(
  db: Queryable,
  code: { roundUpId: number; entryId: number; was: string; isNow: string; name: string },
): Promise<void> {
  const { roundUpId, entryId, was, isNow, name } = code;
  await db.query(`UPDATE round_up_entries SET code = $3 WHERE round_up_id = $1 AND entry_id = $2`, [
    roundUpId,
    entryId,
    isNow,
  ]);
  await db.query(
    `UPDATE bench_sessions
     SET state = state || jsonb_build_object('entry', $3::text, 'name', $4::text),
         mounting = CASE WHEN starts_with(mounting, $2 || ' ') THEN $3 || substr(mounting, length($2) + 1) ELSE mounting END
     WHERE round_up_id = $1 AND state->>'entry' = $2`,
    [roundUpId, was, isNow, name],
  );
  // A correction of a run's entry is undone by its code.
  await db.query(
    `UPDATE changes h SET was = CASE WHEN h.was = $2 THEN $3 ELSE h.was END,
            is_now = CASE WHEN h.is_now = $2 THEN $3 ELSE h.is_now END
     FROM runs u JOIN round_up_entries c ON c.entry_id = u.entry_id
     WHERE h.run_id = u.id AND c.round_up_id = $1 AND h.what = 'entry' AND $2 IN (h.was, h.is_now)`,
    [roundUpId, was, isNow],
  );
}

/** Entries that go by a cover. */
export async function listCovered(db: Queryable): Promise<{ entryId: number; coverName: string }[]> {
  const { rows } = await db.query<{ entryId: number; coverName: string }>(
    `SELECT id AS "entryId", cover_name AS "coverName" FROM entries WHERE cover_name <> '' ORDER BY id`,
  );
  return rows;
}
