import type { Queryable } from '../queryable';

/**
 * Has PostgreSQL count the tables of runs anew (its manual, ANALYZE). It does so by itself within a minute; until then it plans for the lab
 * as it was before many runs came at once, and a page waits for seconds.
 */
export async function countAnew(db: Queryable): Promise<void> {
  await db.query(
    'ANALYZE products, entries, round_ups, round_up_entries, runs, reductions, run_values, run_readings',
  );
}
