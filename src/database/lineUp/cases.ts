import { sheetFrom } from '@/contracts/sheets/sheets';
import type { LayoutFan } from '@/core/cases/layout';
import { OWN_CASE, type LabCase } from '@/core/cases/labCase';
import type { Queryable } from '../pool';

export interface CaseRow {
  id: number;
  version: number;
  body: LabCase;
}

const CASES = `SELECT c.id, s.version, s.body FROM cases c JOIN sheets s ON s.kind = 'case' AND s.owner = c.id`;

const caseOf = (row: CaseRow): CaseRow => ({ ...row, body: sheetFrom('case', row.body) });

/** The cases of the lab, by name. */
export async function listCases(db: Queryable): Promise<CaseRow[]> {
  const { rows } = await db.query<CaseRow & Record<string, unknown>>(
    `${CASES} WHERE c.id NOT IN (SELECT id FROM away_cases) ORDER BY lower(c.name)`,
  );
  return rows.map(caseOf);
}

/** The case of a name, whatever its capitals; null where the lab keeps none. */
export async function caseNamed(db: Queryable, name: string): Promise<CaseRow | null> {
  const { rows } = await db.query<CaseRow & Record<string, unknown>>(
    `${CASES} WHERE lower(c.name) = lower($1)`,
    [name],
  );
  return rows[0] ? caseOf(rows[0]) : null;
}

export async function insertCase(db: Queryable, name: string): Promise<number> {
  const { rows } = await db.query<{ id: number }>(`INSERT INTO cases (name) VALUES ($1) RETURNING id`, [
    name,
  ]);
  return rows[0]!.id;
}

export async function renameCase(db: Queryable, id: number, name: string): Promise<void> {
  await db.query(`UPDATE cases SET name = $2 WHERE id = $1 AND name <> $2`, [id, name]);
}

export async function deleteCase(db: Queryable, id: number): Promise<boolean> {
  await db.query(`DELETE FROM sheets WHERE kind = 'case' AND owner = $1`, [id]);
  return (await db.query(`DELETE FROM cases WHERE id = $1`, [id])).rowCount === 1;
}

/** Names of enclosures that rigs of the lab stand in, with how many round-ups; the open bench is none. */
export async function listEnclosures(db: Queryable): Promise<{ name: string; roundUps: number }[]> {
  const { rows } = await db.query<{ name: string; roundUps: number }>(
    `SELECT v.enclosure AS name, count(DISTINCT r.id)::int AS "roundUps"
     FROM rig_revisions v JOIN live_round_ups r ON r.rig_revision_id = v.id
     WHERE lower(v.enclosure) <> 'open' AND v.enclosure <> $1 GROUP BY v.enclosure ORDER BY v.enclosure`,
    [OWN_CASE],
  );
  return rows;
}

/** Cases that an entry's round-ups stand in. */
export async function listCasesOfEntry(db: Queryable, entryId: number): Promise<LabCase[]> {
  const { rows } = await db.query<{ body: LabCase }>(
    `SELECT DISTINCT s.body FROM round_up_entries e
     JOIN live_round_ups r ON r.id = e.round_up_id
     JOIN rig_revisions v ON v.id = r.rig_revision_id
     JOIN entries n ON n.id = e.entry_id
     JOIN products p ON p.id = n.product_id
     JOIN cases c ON lower(c.name) = lower(CASE WHEN v.enclosure = $2 THEN p.name ELSE v.enclosure END)
     JOIN sheets s ON s.kind = 'case' AND s.owner = c.id
     WHERE e.entry_id = $1`,
    [entryId, OWN_CASE],
  );
  return rows.map(({ body }) => sheetFrom('case', body));
}

/** Layouts of entries that are compared in a case of this name. */
export async function listLayoutsIn(
  db: Queryable,
  name: string,
): Promise<{ entry: string; layout: LayoutFan[] }[]> {
  const { rows } = await db.query<{ entry: string; layout: LayoutFan[] }>(
    `SELECT DISTINCT coalesce(nullif(n.cover_name, ''), p.name) AS entry, s.body -> 'layout' AS layout
     FROM rig_revisions v JOIN live_round_ups r ON r.rig_revision_id = v.id
     JOIN round_up_entries e ON e.round_up_id = r.id
     JOIN entries n ON n.id = e.entry_id
     JOIN products p ON p.id = n.product_id
     JOIN sheets s ON s.kind = 'entry' AND s.owner = e.entry_id
     WHERE lower(CASE WHEN v.enclosure = $2 THEN p.name ELSE v.enclosure END) = lower($1)
       AND jsonb_array_length(s.body -> 'layout') > 0`,
    [name, OWN_CASE],
  );
  return rows;
}
