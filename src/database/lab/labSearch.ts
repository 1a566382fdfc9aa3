import { anywhere, SHOWN_NAME } from './measuredEntries';
import type { Queryable } from '../pool';

export interface FoundRun {
  id: number;
  label: string;
  roundUpId: number;
  roundUp: string;
  entry: string;
  name: string;
  setting: string;
  loadW: number;
  loadName: string;
  measuredAt: Date | null;
}

/** Runs of all round-ups in which every word stands: in label, note, setting, program or name of the entry. Each once, the newest first. */
export async function searchRuns(
  db: Queryable,
  words: readonly string[],
  limit: number,
): Promise<FoundRun[]> {
  const { rows } = await db.query<FoundRun & Record<string, unknown>>(
    // Found by their ids alone first: what is shown is fetched for those few that are.
    `SELECT u.id, u.label, r.id AS "roundUpId", r.title AS "roundUp", r.code AS entry, ${SHOWN_NAME} AS name, u.setting,
            u.load_w AS "loadW", u.load_name AS "loadName", u.measured_at AS "measuredAt"
     FROM (SELECT u.id
           FROM runs u JOIN entries e ON e.id = u.entry_id JOIN products p ON p.id = e.product_id
           WHERE u.deleted_at IS NULL
             AND concat_ws(' ', 'run ' || u.label, ${SHOWN_NAME}, u.setting, u.load_name, u.note, u.set_aside, u.started_at)
                 ILIKE ALL ($1)
           ORDER BY u.id DESC) f
     JOIN runs u ON u.id = f.id
     JOIN entries e ON e.id = u.entry_id
     JOIN products p ON p.id = e.product_id
     CROSS JOIN LATERAL (
       SELECT o.id, o.title, c.code FROM round_up_entries c JOIN live_round_ups o ON o.id = c.round_up_id
       WHERE c.entry_id = u.entry_id AND o.rig_revision_id = u.rig_revision_id ORDER BY o.id DESC LIMIT 1) r
     ORDER BY f.id DESC LIMIT $2`,
    [words.map(anywhere), limit],
  );
  return rows;
}

export interface FoundRoundUp {
  id: number;
  title: string;
  archived: boolean;
  beganAt: Date;
}

export async function searchRoundUps(
  db: Queryable,
  words: readonly string[],
  limit: number,
): Promise<FoundRoundUp[]> {
  const { rows } = await db.query<FoundRoundUp & Record<string, unknown>>(
    `SELECT id, title, archived_at IS NOT NULL AS archived, began_at AS "beganAt"
     FROM live_round_ups WHERE title ILIKE ALL ($1) ORDER BY began_at DESC, id DESC LIMIT $2`,
    [words.map(anywhere), limit],
  );
  return rows;
}
