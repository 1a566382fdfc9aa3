import type { SpunReadings } from '@/core/air/offItsLaw';
import { groupBy } from '@/core/statistics/groupBy';
import type { Queryable } from '@/database/pool';
import { readingsOfEntry } from '@/database/runs/runReadings';

/** What was read at places in the other runs of an entry, each with its speed. */
export async function spunBefore(
  db: Queryable,
  entry: { entryId: number; rigRevisionId: number },
  exceptRun: number | null,
): Promise<SpunReadings[]> {
  const rows = (await readingsOfEntry(db, entry)).filter(({ runId }) => runId !== exceptRun);
  return [...groupBy(rows, ({ runId }) => runId).values()].map((readings) => ({
    rpm: readings[0]!.runRpm,
    readings,
  }));
}
