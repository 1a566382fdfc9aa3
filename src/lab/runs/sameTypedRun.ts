import type { SpotReading } from '@/core/responses/spotReading';
import { groupBy } from '@/core/statistics/groupBy';
import type { Queryable } from '@/database/pool';
import { findTypedTwin } from '@/database/runs/runEdits';
import { readingsOfEntry } from '@/database/runs/runReadings';

interface Typed {
  loadW: number;
  setting: string;
  noiseDb: number;
  cpuC: number | null;
  ambientC: number | null;
}

/** Readings as they are compared: whatever their order. */
const asRead = (readings: readonly SpotReading[]) =>
  readings
    .map(({ quantity, place, value, rpm }) => JSON.stringify([quantity, place, value, rpm]))
    .sort()
    .join();

/** Label of a run of an entry with the same readings at places; undefined where there is none. */
async function readTwin(
  db: Queryable,
  entry: { entryId: number; rigRevisionId: number },
  typed: Typed,
  readings: readonly SpotReading[],
): Promise<string | undefined> {
  const setting = typed.setting.trim().toLowerCase();
  const runs = [...groupBy(await readingsOfEntry(db, entry), ({ runId }) => runId).values()];
  const twin = runs.find((own) => {
    const { setting: read, noiseDb } = own[0]!;
    return read.toLowerCase() === setting && noiseDb === typed.noiseDb && asRead(own) === asRead(readings);
  });
  return twin?.[0]!.label;
}

/** Whether a run with the same numbers stands in the logbook already, as it is asked about; empty where none does. */
export async function sameTypedRun(
  db: Queryable,
  entry: { entryId: number; rigRevisionId: number },
  typed: Typed,
  readings: readonly SpotReading[],
): Promise<string[]> {
  const { loadW, setting, noiseDb, cpuC, ambientC } = typed;
  const label =
    cpuC !== null
      ? await findTypedTwin(db, entry, { loadW, setting, noiseDb, cpuC, ambientC: ambientC! })
      : readings.length > 0
        ? await readTwin(db, entry, typed, readings)
        : null;
  return label ? [`run ${label} has the same entry, setting and readings: is it typed twice?`] : [];
}
