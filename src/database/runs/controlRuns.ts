import type { AsideAs } from '@/core/runs/aside';
import { CORRECTION, selected, type CorrectionRow } from './runColumns';
import { SHOWN_NAME } from '../lab/measuredEntries';
import type { Queryable } from '../pool';

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

const COURSE = `
  SELECT u.id, u.entry_id AS "entryId", ${SHOWN_NAME} AS product, v.id AS "revisionId", v.revision, u.mount, u.setting,
         u.load_w || ' ' || u.load_name || ' ' || u.gpu_load_w AS "loadKey", u.started_at AS "startedAt",
         EXISTS (SELECT 1 FROM round_up_entries c JOIN live_round_ups r ON r.id = c.round_up_id
                 WHERE c.entry_id = u.entry_id AND c.is_control) AS "isControl"`;
const OF_RIG = `
  FROM runs u
  JOIN rig_revisions v ON v.id = u.rig_revision_id
  JOIN entries e ON e.id = u.entry_id
  JOIN products p ON p.id = e.product_id`;
const COUNTING = `
  WHERE v.rig_id = $1 AND u.deleted_at IS NULL AND u.started_at <> '' AND (u.set_aside = '' OR u.aside_as = 'held')
  ORDER BY u.started_at, u.id`;

/**
 * Runs of a rig, at all of its revisions, that have a response under a window, its controls' and all others'; of those set aside only
 * what is held in doubt. Oldest first; runs without a time are none of a course and left out.
 */
export async function listCourseRuns(
  db: Queryable,
  { rigId, response, windowS }: { rigId: number; response: string; windowS: number },
): Promise<CourseRunRow[]> {
  const { rows } = await db.query<CourseRunRow & Record<string, unknown>>(
    `${COURSE}, w.value ${OF_RIG}
     JOIN run_values w ON w.run_id = u.id AND w.response = $2 AND w.place = '' AND w.window_s = $3 AND w.settled
     ${COUNTING}`,
    [rigId, response, windowS],
  );
  return rows;
}

/** A run of a course by what its meter read. */
export interface CourseLevelRow extends Omit<CourseRunRow, 'value'>, CorrectionRow {
  noiseDb: number;
  floorDb: number;
}

/** The same runs by their levels, which are kept with the run itself. */
export async function listCourseLevels(db: Queryable, rigId: number): Promise<CourseLevelRow[]> {
  const { rows } = await db.query<CourseLevelRow & Record<string, unknown>>(
    `${COURSE}, u.noise_db AS "noiseDb", u.floor_db AS "floorDb", ${selected(CORRECTION)} ${OF_RIG} ${COUNTING}`,
    [rigId],
  );
  return rows;
}

/**
 * Runs of a response at whatever rig and revision, of what stood at the same load and setting on a revision and on another: oldest
 * first, those set aside left out.
 */
export async function listSharedRuns(
  db: Queryable,
  { revisionId, response, windowS }: { revisionId: number; response: string; windowS: number },
): Promise<Omit<CourseRunRow, 'isControl' | 'product'>[]> {
  const { rows } = await db.query<CourseRunRow & Record<string, unknown>>(
    `WITH counting AS (
       SELECT u.id, u.entry_id, u.rig_revision_id, u.mount, u.setting, u.load_w || ' ' || u.load_name || ' ' || u.gpu_load_w AS load_key,
              u.started_at, w.value
       FROM runs u
       JOIN run_values w ON w.run_id = u.id AND w.response = $2 AND w.place = '' AND w.window_s = $3 AND w.settled
       WHERE u.deleted_at IS NULL AND u.set_aside = ''
         AND u.entry_id IN (SELECT entry_id FROM runs WHERE rig_revision_id = $1 AND deleted_at IS NULL)
     ), shared AS (
       SELECT entry_id, load_key, setting FROM counting GROUP BY entry_id, load_key, setting
       HAVING bool_or(rig_revision_id = $1) AND count(DISTINCT rig_revision_id) > 1
     )
     SELECT c.id, c.entry_id AS "entryId", c.rig_revision_id AS "revisionId", v.revision, c.mount, c.load_key AS "loadKey", c.setting,
            c.started_at AS "startedAt", c.value
     FROM counting c JOIN shared USING (entry_id, load_key, setting) JOIN rig_revisions v ON v.id = c.rig_revision_id
     ORDER BY c.started_at, c.id`,
    [revisionId, response, windowS],
  );
  return rows;
}

export interface RigRun extends CorrectionRow {
  id: number;
  entryId: number;
  product: string;
  isControl: boolean;
  revisionId: number;
  setting: string;
  startedAt: string;
  floorDb: number;
  setAside: string;
  asideAs: AsideAs;
  version: number;
  /** Mean power over the nominal load; null where none was logged. */
  powerShare: number | null;
}

/** All runs of a rig that carry a time, oldest first: what a broken control puts in doubt, and what its instruments read. */
export async function listRigRuns(db: Queryable, rigId: number, windowS: number): Promise<RigRun[]> {
  const { rows } = await db.query<RigRun & Record<string, unknown>>(
    `SELECT u.id, u.entry_id AS "entryId", ${SHOWN_NAME} AS product, v.id AS "revisionId", u.setting, u.started_at AS "startedAt",
            u.floor_db AS "floorDb", u.set_aside AS "setAside", u.aside_as AS "asideAs", u.version, ${selected(CORRECTION)},
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
