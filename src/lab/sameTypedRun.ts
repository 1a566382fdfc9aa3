import type { Queryable } from '@/database/pool';
import { findTypedTwin } from '@/database/runEdits';

interface Typed {
  loadW: number;
  setting: string;
  noiseDb: number;
  cpuC: number | null;
  ambientC: number | null;
}

/** Whether a run with the same numbers stands in the logbook already, as it is asked about; empty where none does. */
export async function sameTypedRun(
  db: Queryable,
  entry: { entryId: number; rigRevisionId: number },
  typed: Typed,
): Promise<string[]> {
  if (typed.cpuC === null) return [];
  const label = await findTypedTwin(db, entry, {
    ...{ loadW: typed.loadW, setting: typed.setting, noiseDb: typed.noiseDb },
    ...{ cpuC: typed.cpuC, ambientC: typed.ambientC! },
  });
  return label === null ? [] : [`run ${label} has the same entry, setting and readings: is it typed twice?`];
}
