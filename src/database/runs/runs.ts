import { coolerLevel } from '@/core/levels/coolerLevel';
import { correctedLevel } from '@/core/levels/levelCorrection';
import { meterMean } from '@/core/levels/meterMean';
import { reductionFrom } from '@/core/reduction/dieValue';
import { noResult } from '@/core/reduction/noResult';
import type { Reduction } from '@/core/reduction/reduceTrace';
import type { LabRun } from '@/core/runs/labRun';
import { correctionOf, movedWindowOf, type RunFields } from '@/core/runs/runColumns';
import type { Queryable } from '../pool';
import { RUN_FIELDS, selected } from './runColumns';

/** What a list of runs holds of each; its path and what no column holds are asked for where they are wanted. */
const LISTED = RUN_FIELDS.filter(
  (name): name is Exclude<keyof RunFields, 'extra' | 'trace' | 'traceDigest' | 'deletedAt'> =>
    !['extra', 'trace', 'traceDigest', 'deletedAt'].includes(name),
);

/** A row of the select below; its names are those of LabRun and Reduction. */
interface RunRow
  extends
    Omit<LabRun, 'level' | 'reduction' | 'movedWindow' | 'levelCorrection'>,
    Pick<RunFields, (typeof LISTED)[number]> {
  /** Why it has no number of its die; empty where it has one. */
  noDie: string;
  hasDie: boolean;
  settledStartS: number | null;
  settledEndS: number | null;
  ambientMeanC: number;
  ambientSource: Reduction['ambientSource'];
  powerMeanW: number;
  powerSource: Reduction['powerSource'];
  roomMovedK: number;
  levelMovedDb: number;
  powerMovedShare: number;
  // The die's own value and window, where it has one.
  value: number | null;
  settled: boolean;
  unsettledReason: string;
  shortfall: number;
  measured: number;
  maximum: number | null;
  readingMean: number;
  readingMaximum: number | null;
  slopePerMin: number | null;
  fit: Reduction['fit'];
  tooShort: string;
  runningAway: boolean;
  atLimit: boolean;
  atLimitShare: number;
  stepU: number;
  readingsU: number;
  /** Levels read at other places than the meter's own. */
  otherLevelsDb: number[] | null;
}

/** Runs of what a round-up cites, at a revision of a rig: its own, or another by its id. */
const selectRuns = (revision: string, entry = 'c.code') => `
  SELECT u.id, ${entry} AS entry, coalesce(nullif(e.cover_name, ''), p.name) AS product, c.is_control AS "isControl", ${selected(LISTED)},
         u.trace <> '' AS "hasTrace", coalesce(u.measured_at < r.began_at, false) AS "isOlder", u.version,
         d.window_start_s AS "settledStartS", d.window_end_s AS "settledEndS", d.no_die AS "noDie", d.has_die AS "hasDie",
         d.ambient_mean_c AS "ambientMeanC", d.ambient_source AS "ambientSource", d.power_mean_w AS "powerMeanW",
         d.power_source AS "powerSource", d.room_moved_k AS "roomMovedK", d.level_moved_db AS "levelMovedDb",
         d.power_moved_share AS "powerMovedShare",
         v.value, v.settled, v.unsettled_reason AS "unsettledReason", v.too_short AS "tooShort", v.shortfall, v.measured, v.maximum,
         v.reading_mean AS "readingMean", v.reading_maximum AS "readingMaximum", v.slope_per_min AS "slopePerMin", v.fit,
         v.running_away AS "runningAway", v.at_limit AS "atLimit", v.at_limit_share AS "atLimitShare", v.step_u AS "stepU",
         v.readings_u AS "readingsU",
         e.fan_count AS "fanCount", e.product_id AS "productId", n.levels AS "otherLevelsDb"
  FROM live_round_ups r
  JOIN round_up_entries c ON c.round_up_id = r.id
  JOIN entries e ON e.id = c.entry_id
  JOIN products p ON p.id = e.product_id
  JOIN runs u ON u.entry_id = e.id AND u.rig_revision_id = ${revision} AND u.deleted_at IS NULL
  JOIN reductions d ON d.run_id = u.id AND d.window_s = r.window_s
  LEFT JOIN run_values v ON v.run_id = u.id AND v.window_s = r.window_s AND v.response = 'rise' AND v.place = ''
  LEFT JOIN LATERAL (SELECT array_agg(value) AS levels FROM run_readings WHERE run_id = u.id AND quantity = 'noise') n ON true`;

function reductionOf(row: RunRow, value: number): Reduction {
  const window = row.settledStartS === null ? null : { startS: row.settledStartS, endS: row.settledEndS! };
  const { ambientMeanC, ambientSource, powerMeanW, powerSource, roomMovedK, levelMovedDb, powerMovedShare } =
    row;
  const shared = {
    ...{ window, ambientMeanC, ambientSource, powerMeanW, powerSource },
    ...{ roomMovedK, levelMovedDb, powerMovedShare },
  };
  const { settled, unsettledReason, shortfall, stepU, readingsU } = row;
  const kept = { value, settled, unsettledReason, shortfall, stepU, readingsU, sensor: row };
  return reductionFrom(shared, row.loadW, kept);
}

function toLabRun(row: RunRow): LabRun {
  const levelCorrection = correctionOf(row);
  // Spelt out: spreads of rows this wide cost more than the query.
  return {
    id: row.id,
    label: row.label,
    entry: row.entry,
    product: row.product,
    isControl: row.isControl,
    mount: row.mount,
    pass: row.pass,
    loadW: row.loadW,
    loadName: row.loadName,
    gpuLoadW: row.gpuLoadW,
    setting: row.setting,
    control: row.control,
    noiseDb: row.noiseDb,
    floorDb: row.floorDb,
    level: correctedLevel(
      coolerLevel(meterMean(row.noiseDb, row.otherLevelsDb ?? []), row.floorDb),
      levelCorrection,
    ),
    levelCorrection,
    hasTrace: row.hasTrace,
    dutyPct: row.dutyPct,
    rpm: row.rpm,
    startedAt: row.startedAt,
    isOlder: row.isOlder,
    note: row.note,
    setAside: row.setAside,
    asideAs: row.asideAs,
    version: row.version,
    movedWindow: movedWindowOf(row),
    windowReason: row.windowReason,
    typedCpuC: row.typedCpuC,
    typedAmbientC: row.typedAmbientC,
    typedPowerW: row.typedPowerW,
    ambientDoubtK: row.ambientDoubtK,
    fanCount: row.fanCount,
    productId: row.productId,
    reduction:
      row.value === null
        ? noResult(row.noDie || 'not reduced yet', { hasDie: row.hasDie })
        : reductionOf(row, row.value),
  };
}

/** All runs of the entries that a round-up cites, at its rig revision, newest first. */
export async function listRuns(db: Queryable, roundUpId: number): Promise<LabRun[]> {
  const { rows } = await db.query<RunRow>(
    `${selectRuns('r.rig_revision_id')} WHERE r.id = $1 ORDER BY u.id DESC`,
    [roundUpId],
  );
  return rows.map(toLabRun);
}

/** The runs of the same entries at another revision, or on another rig. */
export async function listRunsAt(db: Queryable, roundUpId: number, revisionId: number): Promise<LabRun[]> {
  const { rows } = await db.query<RunRow>(`${selectRuns('$2')} WHERE r.id = $1 ORDER BY u.id DESC`, [
    roundUpId,
    revisionId,
  ]);
  return rows.map(toLabRun);
}

/** What is looked at of a rig’s earlier remounts: the last of them. */
const MOST_REMOUNTED = 600;

/**
 * The last runs at a rig’s revision of entries that a round-up does not cite and that were mounted there more than once, newest first; each
 * entry by its id. Which they are is asked first, from the newest back: a rig of years is not read for them.
 */
export async function listRemountedRuns(
  db: Queryable,
  roundUpId: number,
  revisionId: number,
): Promise<LabRun[]> {
  const last = await db.query<{ id: number }>(
    `SELECT u.id FROM runs u
     WHERE u.rig_revision_id = $2 AND u.deleted_at IS NULL AND u.set_aside = ''
       AND EXISTS (SELECT 1 FROM runs o WHERE o.entry_id = u.entry_id AND o.rig_revision_id = $2
                     AND o.deleted_at IS NULL AND o.mount <> u.mount)
       AND NOT EXISTS (SELECT 1 FROM round_up_entries c WHERE c.round_up_id = $1 AND c.entry_id = u.entry_id)
       AND EXISTS (SELECT 1 FROM round_up_entries c JOIN live_round_ups r ON r.id = c.round_up_id
                   JOIN run_values v ON v.run_id = u.id AND v.window_s = r.window_s
                     AND v.response = 'rise' AND v.place = '' AND v.settled
                   WHERE c.entry_id = u.entry_id)
     ORDER BY u.id DESC LIMIT ${MOST_REMOUNTED}`,
    [roundUpId, revisionId],
  );
  if (last.rows.length === 0) return [];
  const { rows } = await db.query<RunRow>(
    `${selectRuns('$1', 'e.id::text')} WHERE v.settled AND u.id = ANY ($2::int[]) ORDER BY u.id DESC`,
    [revisionId, last.rows.map(({ id }) => id)],
  );
  // An entry that two round-ups cite comes with each.
  return [...new Map(rows.map((row) => [row.id, row])).values()].map(toLabRun);
}

export interface Neighbours {
  before: { id: number; label: string } | null;
  after: { id: number; label: string } | null;
}

/** The runs before and after one, in the order in which they came. */
export async function neighbours(db: Queryable, roundUpId: number, runId: number): Promise<Neighbours> {
  const { rows } = await db.query<{ side: string; id: number; label: string }>(
    `WITH cited AS (
       SELECT u.id, u.label FROM live_round_ups r
       JOIN round_up_entries c ON c.round_up_id = r.id
       JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id AND u.deleted_at IS NULL
       WHERE r.id = $1
     )
     (SELECT 'before' AS side, id, label FROM cited WHERE id < $2 ORDER BY id DESC LIMIT 1)
     UNION ALL
     (SELECT 'after' AS side, id, label FROM cited WHERE id > $2 ORDER BY id LIMIT 1)`,
    [roundUpId, runId],
  );
  const pick = (side: string) => {
    const row = rows.find((row) => row.side === side);
    return row ? { id: row.id, label: row.label } : null;
  };
  return { before: pick('before'), after: pick('after') };
}
