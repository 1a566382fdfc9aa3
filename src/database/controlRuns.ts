import type { Queryable } from './pool';

/** A run on a rig, whatever round-up it was made for. */
export interface CourseRunRow {
  isControl: boolean;
  id: number;
  entryId: number;
  product: string;
  revisionId: number;
  revision: number;
  mount: number;
  loadKey: string;
  setting: string;
  startedAt: string;
  value: number;
}

/** What was held in doubt begins so, in its reason for being set aside. */
export const HELD = 'held in doubt: ';

/**
 * Runs of a rig, at all of its revisions, that have a response under a window, its controls' and all others'; of those set aside only
 * what is held in doubt. Oldest first; runs without a time are none of a course and left out.
 */
export async function listCourseRuns(
  db: Queryable,
  { rigId, response, windowS }: { rigId: number; response: string; windowS: number },
): Promise<CourseRunRow[]> {
  const { rows } = await db.query<CourseRunRow & Record<string, unknown>>(
    `SELECT u.id, u.entry_id AS "entryId", p.name AS product, v.id AS "revisionId", v.revision, u.mount, u.setting,
            u.load_w || ' ' || u.load_name || ' ' || u.gpu_load_w AS "loadKey", u.started_at AS "startedAt", w.value,
            EXISTS (SELECT 1 FROM round_up_entries c JOIN live_round_ups r ON r.id = c.round_up_id
                    WHERE c.entry_id = u.entry_id AND c.is_control) AS "isControl"
     FROM runs u
     JOIN rig_revisions v ON v.id = u.rig_revision_id
     JOIN entries e ON e.id = u.entry_id
     JOIN products p ON p.id = e.product_id
     JOIN run_values w ON w.run_id = u.id AND w.response = $2 AND w.place = '' AND w.window_s = $3 AND w.settled
     WHERE v.rig_id = $1 AND u.deleted_at IS NULL AND u.started_at <> '' AND (u.set_aside = '' OR u.set_aside LIKE '${HELD}%')
     ORDER BY u.started_at, u.id`,
    [rigId, response, windowS],
  );
  return rows;
}

export interface RigRun {
  id: number;
  entryId: number;
  product: string;
  isControl: boolean;
  revisionId: number;
  setting: string;
  startedAt: string;
  floorDb: number;
  setAside: string;
  version: number;
  correctionDb: number | null;
  correctionDoubtDb: number | null;
  correctionWhy: string;
  /** Mean power over the nominal load; null where none was logged. */
  powerShare: number | null;
}

/** All runs of a rig that carry a time, oldest first: what a broken control puts in doubt, and what its instruments read. */
export async function listRigRuns(db: Queryable, rigId: number, windowS: number): Promise<RigRun[]> {
  const { rows } = await db.query<RigRun & Record<string, unknown>>(
    `SELECT u.id, u.entry_id AS "entryId", p.name AS product, v.id AS "revisionId", u.setting, u.started_at AS "startedAt",
            u.floor_db AS "floorDb", u.set_aside AS "setAside", u.version, u.level_correction_db AS "correctionDb",
            u.level_correction_doubt_db AS "correctionDoubtDb", u.level_correction_why AS "correctionWhy",
            CASE WHEN u.load_w > 0 AND u.load_name = '' AND d.power_source = 'measured' THEN d.power_mean_w / u.load_w END AS "powerShare",
            EXISTS (SELECT 1 FROM round_up_entries c JOIN live_round_ups r ON r.id = c.round_up_id
                    WHERE c.entry_id = u.entry_id AND c.is_control) AS "isControl"
     FROM runs u
     JOIN rig_revisions v ON v.id = u.rig_revision_id
     JOIN entries e ON e.id = u.entry_id
     JOIN products p ON p.id = e.product_id
     LEFT JOIN reductions d ON d.run_id = u.id AND d.window_s = $2
     WHERE v.rig_id = $1 AND u.deleted_at IS NULL AND u.started_at <> ''
     ORDER BY u.started_at, u.id`,
    [rigId, windowS],
  );
  return rows;
}

/** Runs of the controls of a rig that carry no time: no chart can hold them. */
export async function countUndatedControls(db: Queryable, rigId: number): Promise<number> {
  const { rows } = await db.query<{ count: number }>(
    `SELECT count(*)::int AS count FROM runs u JOIN rig_revisions v ON v.id = u.rig_revision_id
     WHERE v.rig_id = $1 AND u.deleted_at IS NULL AND u.started_at = ''
       AND EXISTS (SELECT 1 FROM round_up_entries c JOIN live_round_ups r ON r.id = c.round_up_id
                   WHERE c.entry_id = u.entry_id AND c.is_control)`,
    [rigId],
  );
  return rows[0]!.count;
}
