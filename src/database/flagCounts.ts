import type { Queryable } from './pool';

export interface RunCounts {
  runs: number;
  /** Runs that want a second look, as `isFlagged` in core says. */
  flags: number;
  loads: number;
}

/** Counts for the stage rail, without fetching the runs. */
export async function countFlags(db: Queryable, roundUpId: number): Promise<RunCounts> {
  const { rows } = await db.query<RunCounts & Record<string, unknown>>(
    `SELECT count(*)::int AS runs,
            count(*) FILTER (WHERE u.set_aside = '' AND (NOT d.settled OR d.heat_limited OR u.noise_db - u.floor_db < 6 - 1e-9))::int
              AS flags,
            count(DISTINCT (u.load_w, u.load_name, u.gpu_load_w))::int AS loads
     FROM round_ups r
     JOIN round_up_entries c ON c.round_up_id = r.id
     JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id
     JOIN reductions d ON d.run_id = u.id AND d.window_s = r.window_s
     WHERE r.id = $1`,
    [roundUpId],
  );
  return rows[0]!;
}
