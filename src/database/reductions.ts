import { REDUCTION_RULE, type Reduction } from '@/core/reduction/reduceTrace';
import { placeholders } from './placeholders';
import type { Queryable } from './pool';

function cells(runId: number, windowS: number, r: Reduction): unknown[] {
  return [
    runId,
    windowS,
    r.settled,
    r.unsettledReason,
    r.window?.startS ?? null,
    r.window?.endS ?? null,
    r.cpuMeanC,
    r.cpuMaxC,
    r.ambientMeanC,
    r.ambientSource,
    r.powerMeanW,
    r.powerSource,
    r.measuredRiseK,
    r.maximumRiseK,
    r.resistanceKPerW.known ? r.resistanceKPerW.value : null,
    r.riseK,
    r.heatLimited,
    r.heatLimitedShare,
    r.slopeKPerMin.known ? r.slopeKPerMin.value : null,
    JSON.stringify(r.fit),
    r.shortfallK,
    r.runningAway,
    r.roomMovedK,
    REDUCTION_RULE,
    r.levelMovedDb,
  ];
}

/** Keeps what runs came to under a window, in the place of what they came to before. */
export async function saveReductions(
  db: Queryable,
  windowS: number,
  reduced: readonly { runId: number; reduction: Reduction }[],
): Promise<void> {
  if (reduced.length === 0) return;
  const rows = reduced.map(({ runId, reduction }) => cells(runId, windowS, reduction));
  await db.query(
    `INSERT INTO reductions (run_id, window_s, settled, unsettled_reason, window_start_s, window_end_s, cpu_mean_c,
                             cpu_max_c, ambient_mean_c, ambient_source, power_mean_w, power_source, measured_rise_k,
                             maximum_rise_k, resistance_k_per_w, rise_k, heat_limited, heat_limited_share,
                             slope_k_per_min, fit, shortfall_k, running_away, room_moved_k, rule_version, level_moved_db)
     VALUES ${placeholders(rows)}
     ON CONFLICT (run_id, window_s) DO UPDATE SET
       settled = EXCLUDED.settled, unsettled_reason = EXCLUDED.unsettled_reason,
       window_start_s = EXCLUDED.window_start_s, window_end_s = EXCLUDED.window_end_s,
       cpu_mean_c = EXCLUDED.cpu_mean_c, cpu_max_c = EXCLUDED.cpu_max_c,
       ambient_mean_c = EXCLUDED.ambient_mean_c, ambient_source = EXCLUDED.ambient_source,
       power_mean_w = EXCLUDED.power_mean_w, power_source = EXCLUDED.power_source,
       measured_rise_k = EXCLUDED.measured_rise_k, maximum_rise_k = EXCLUDED.maximum_rise_k,
       resistance_k_per_w = EXCLUDED.resistance_k_per_w, rise_k = EXCLUDED.rise_k,
       heat_limited = EXCLUDED.heat_limited, heat_limited_share = EXCLUDED.heat_limited_share,
       slope_k_per_min = EXCLUDED.slope_k_per_min, fit = EXCLUDED.fit, shortfall_k = EXCLUDED.shortfall_k,
       running_away = EXCLUDED.running_away, room_moved_k = EXCLUDED.room_moved_k,
       rule_version = EXCLUDED.rule_version, level_moved_db = EXCLUDED.level_moved_db`,
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
