import { isMissing } from '@/core/missing';
import { REDUCTION_RULE, type Reduction } from '@/core/reduction/reduceTrace';
import { placeholders } from '../placeholders';
import type { Queryable } from '../pool';

function cells(runId: number, windowS: number, r: Reduction): unknown[] {
  return [
    runId,
    windowS,
    r.window?.startS ?? null,
    r.window?.endS ?? null,
    r.ambientMeanC,
    r.ambientSource,
    r.powerMeanW,
    r.powerSource,
    r.roomMovedK,
    r.levelMovedDb,
    r.powerMovedShare,
    isMissing(r.riseK) ? r.unsettledReason : '',
    r.hasDie,
    REDUCTION_RULE,
  ];
}

/**
 * Keeps what all readings of a run share under a window, in the place of what was kept before; what each reading came
 * to, the die's among them, is a row of `run_values`.
 */
export async function saveReductions(
  db: Queryable,
  windowS: number,
  reduced: readonly { runId: number; reduction: Reduction }[],
): Promise<void> {
  if (reduced.length === 0) return;
  const rows = reduced.map(({ runId, reduction }) => cells(runId, windowS, reduction));
  await db.query(
    `INSERT INTO reductions (run_id, window_s, window_start_s, window_end_s, ambient_mean_c, ambient_source, power_mean_w,
                             power_source, room_moved_k, level_moved_db, power_moved_share, no_die, has_die, rule_version)
     VALUES ${placeholders(rows)}
     ON CONFLICT (run_id, window_s) DO UPDATE SET
       window_start_s = EXCLUDED.window_start_s, window_end_s = EXCLUDED.window_end_s,
       ambient_mean_c = EXCLUDED.ambient_mean_c, ambient_source = EXCLUDED.ambient_source,
       power_mean_w = EXCLUDED.power_mean_w, power_source = EXCLUDED.power_source, room_moved_k = EXCLUDED.room_moved_k,
       level_moved_db = EXCLUDED.level_moved_db, power_moved_share = EXCLUDED.power_moved_share, no_die = EXCLUDED.no_die, has_die = EXCLUDED.has_die, rule_version = EXCLUDED.rule_version`,
    rows.flat(),
  );
}

/** Forgets what a run came to under other windows than these. */
export async function dropOtherReductions(
  db: Queryable,
  runId: number,
  windowsS: readonly number[],
): Promise<void> {
  await db.query(`DELETE FROM reductions WHERE run_id = $1 AND NOT window_s = ANY ($2::double precision[])`, [
    runId,
    windowsS,
  ]);
}
