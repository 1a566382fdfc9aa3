import type { DeletedRun } from '@/core/runs/deletedRun';
import type { PowerPlace } from '@/core/reduction/powerPlace';
import { runColumn, type RunFields } from '@/core/runs/runColumns';
import type { Queryable } from '../pool';
import { holdRoundUp } from '../roundUps/roundUps';
import { RUN_FIELDS, selected } from './runColumns';

export interface LockedRun extends RunFields {
  id: number;
  version: number;
}

/** A run of a round-up, held until the transaction ends; also one that was deleted. */
export async function lockRun(db: Queryable, roundUpId: number, runId: number): Promise<LockedRun | null> {
  const { rows } = await db.query<LockedRun>(
    `SELECT u.id, u.version, ${selected(RUN_FIELDS)} FROM runs u
     JOIN live_round_ups r ON r.rig_revision_id = u.rig_revision_id
     JOIN round_up_entries c ON c.round_up_id = r.id AND c.entry_id = u.entry_id
     WHERE r.id = $1 AND u.id = $2
     FOR UPDATE OF u`,
    [roundUpId, runId],
  );
  return rows[0] ?? null;
}

/** Writes the fields given and counts the version up. */
export async function updateRun(db: Queryable, runId: number, changes: Partial<RunFields>): Promise<number> {
  const names = Object.keys(changes) as (keyof RunFields)[];
  for (const name of names)
    if (!runColumn(name)?.edit) throw new RangeError(`updateRun: ${name} is not changed by hand`);
  const sets = names.map((name, i) => `${runColumn(name).sql} = $${i + 2}, `).join('');
  const { rows } = await db.query<{ version: number }>(
    `UPDATE runs SET ${sets} version = version + 1 WHERE id = $1 RETURNING version`,
    [runId, ...names.map((name) => changes[name])],
  );
  return rows[0]!.version;
}

/** Label of a run of an entry that was typed with these numbers; null where there is none. */
export async function findTypedTwin(
  db: Queryable,
  entry: { entryId: number; rigRevisionId: number },
  typed: { loadW: number; setting: string; noiseDb: number; cpuC: number; ambientC: number },
): Promise<string | null> {
  const { rows } = await db.query<{ label: string }>(
    `SELECT label FROM runs
     WHERE entry_id = $1 AND rig_revision_id = $2 AND deleted_at IS NULL AND load_w = $3 AND lower(setting) = lower($4)
       AND noise_db = $5 AND typed_cpu_c = $6 AND typed_ambient_c = $7 ORDER BY id LIMIT 1`,
    [
      entry.entryId,
      entry.rigRevisionId,
      typed.loadW,
      typed.setting.trim(),
      typed.noiseDb,
      typed.cpuC,
      typed.ambientC,
    ],
  );
  return rows[0]?.label ?? null;
}

const OF_REDUCTION = [
  ...(['loadW', 'loadName', 'typedCpuC', 'typedAmbientC', 'typedPowerW'] as const),
  ...(['windowStartS', 'windowEndS'] as const),
] as const;

export interface RunToReduce extends Pick<RunFields, (typeof OF_REDUCTION)[number]> {
  id: number;
  limitC: number;
  powerAt: PowerPlace;
  hasTrace: boolean;
  /** Windows of the round-ups that rank it, s; and of those that only set it beside their own, from another rig. */
  windowsS: number[];
  besideS: number[];
}

const SELECT_TO_REDUCE = `
  SELECT u.id, v.limit_c AS "limitC", v.power_at AS "powerAt", u.trace <> '' AS "hasTrace", ${selected(OF_REDUCTION)},
         coalesce((SELECT array_agg(DISTINCT r.window_s) FROM live_round_ups r
            JOIN round_up_entries c ON c.round_up_id = r.id
           WHERE c.entry_id = u.entry_id AND r.rig_revision_id = u.rig_revision_id), '{}') AS "windowsS",
         coalesce((SELECT array_agg(DISTINCT r.window_s) FROM live_round_ups r
            JOIN round_up_entries c ON c.round_up_id = r.id
           WHERE c.entry_id = u.entry_id AND r.rig_revision_id <> u.rig_revision_id), '{}') AS "besideS"
  FROM runs u JOIN rig_revisions v ON v.id = u.rig_revision_id`;

export async function getRunToReduce(db: Queryable, runId: number): Promise<RunToReduce> {
  const { rows } = await db.query<RunToReduce>(`${SELECT_TO_REDUCE} WHERE u.id = $1`, [runId]);
  return rows[0]!;
}

/** Runs whose reductions were made by an older rule. */
export async function listOutdatedRuns(db: Queryable, rule: number): Promise<number[]> {
  const { rows } = await db.query<{ run_id: number }>(
    `SELECT DISTINCT run_id FROM reductions WHERE rule_version < $1 ORDER BY run_id`,
    [rule],
  );
  return rows.map((row) => row.run_id);
}

/**
 * Runs of a round-up that have no number for its window yet: one brought in through another round-up, say.
 * @param revisionId of which of its rigs; of the one that it ranks, where it is left out
 */
export async function listUnreducedRuns(
  db: Queryable,
  roundUpId: number,
  revisionId: number | null = null,
): Promise<number[]> {
  const { rows } = await db.query<{ id: number }>(
    `SELECT u.id FROM live_round_ups r JOIN round_up_entries c ON c.round_up_id = r.id
     JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = coalesce($2, r.rig_revision_id) AND u.deleted_at IS NULL
     WHERE r.id = $1
       AND NOT EXISTS (SELECT 1 FROM reductions d WHERE d.run_id = u.id AND d.window_s = r.window_s)`,
    [roundUpId, revisionId],
  );
  return rows.map((row) => row.id);
}

/** What a run came to under each window, as far as a change of the rule is told. */
export async function listOutcomes(
  db: Queryable,
  runId: number,
): Promise<{ windowS: number; riseK: number; unsettledReason: string }[]> {
  const { rows } = await db.query<{ windowS: number; riseK: number; unsettledReason: string }>(
    `SELECT d.window_s AS "windowS", coalesce(v.value, 'NaN') AS "riseK",
            coalesce(v.unsettled_reason, d.no_die) AS "unsettledReason"
     FROM reductions d
     LEFT JOIN run_values v ON v.run_id = d.run_id AND v.window_s = d.window_s AND v.response = 'rise'
     WHERE d.run_id = $1 ORDER BY d.window_s`,
    [runId],
  );
  return rows;
}

export interface EntryOfRoundUp {
  entryId: number;
  rigRevisionId: number;
}

/** An entry of a round-up by its code, with the rig revision that its runs belong to. */
export async function findEntry(
  db: Queryable,
  roundUpId: number,
  code: string,
): Promise<EntryOfRoundUp | null> {
  const { rows } = await db.query<EntryOfRoundUp>(
    `SELECT c.entry_id AS "entryId", r.rig_revision_id AS "rigRevisionId"
     FROM live_round_ups r JOIN round_up_entries c ON c.round_up_id = r.id
     WHERE r.id = $1 AND c.code = $2`,
    [roundUpId, code],
  );
  return rows[0] ?? null;
}

/** Codes of a round-up's entries by their ids. */
export async function entryCodes(db: Queryable, roundUpId: number): Promise<Map<number, string>> {
  const { rows } = await db.query<{ id: number; code: string }>(
    `SELECT entry_id AS id, code FROM round_up_entries WHERE round_up_id = $1`,
    [roundUpId],
  );
  return new Map(rows.map((row) => [row.id, row.code]));
}

/** Runs of a round-up that were deleted, the last first, with the codes of their entries. */
export async function listDeletedRuns(
  db: Queryable,
  roundUpId: number,
): Promise<Omit<DeletedRun, 'product'>[]> {
  const { rows } = await db.query<Omit<DeletedRun, 'product'>>(
    `SELECT u.id, u.label, c.code AS entry, u.load_w AS "loadW", u.load_name AS "loadName", u.gpu_load_w AS "gpuLoadW",
            u.setting, u.mount, u.pass, u.version, u.deleted_at AS "deletedAt"
     FROM live_round_ups r
     JOIN round_up_entries c ON c.round_up_id = r.id
     JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id AND u.deleted_at IS NOT NULL
     WHERE r.id = $1 ORDER BY u.deleted_at DESC, u.id DESC`,
    [roundUpId],
  );
  return rows;
}

/** The run that a mount at the bench wrote last; null where it wrote none. */
export async function lastRunOf(
  db: Queryable,
  sessionId: number,
): Promise<{ id: number; note: string } | null> {
  const { rows } = await db.query<{ id: number; note: string }>(
    `SELECT id, note FROM runs WHERE extra ->> 'bench_session' = $1 AND deleted_at IS NULL ORDER BY id DESC LIMIT 1 FOR UPDATE`,
    [String(sessionId)],
  );
  return rows[0] ?? null;
}

/** The next free label of a round-up: one over the largest that is a number. */
export async function nextLabel(db: Queryable, roundUpId: number): Promise<string> {
  // Two who type at once wait for each other here.
  await holdRoundUp(db, roundUpId);
  const { rows } = await db.query<{ next: number; width: number }>(
    `SELECT coalesce(max(u.label::bigint), 0)::int + 1 AS next, coalesce(max(length(u.label)), 3) AS width
     FROM live_round_ups r
     JOIN round_up_entries c ON c.round_up_id = r.id
     JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id
     WHERE r.id = $1 AND u.label ~ '^[0-9]{1,9}$'`,
    [roundUpId],
  );
  return String(rows[0]!.next).padStart(rows[0]!.width, '0');
}
