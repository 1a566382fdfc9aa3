import type { LabRun } from '@/core/runs/labRun';
import { withDatabase } from '@/database/pool';
import { getRoundUp, listCitedEntries, type CitedEntry, type RoundUp } from '@/database/roundUps';
import { getRun, neighbours, type Neighbours } from '@/database/runs';
import { readTrace, type StoredChannel } from '@/database/traces';

export interface RunView {
  roundUp: RoundUp;
  entries: CitedEntry[];
  run: LabRun;
  channels: StoredChannel[];
  neighbours: Neighbours;
}

const SHOWN_CHANNELS = ['t_s', 'cpu_c', 'ambient_c', 'power_w', 'fan_rpm'];

/** One run with the channels that its page shows; null where the round-up has no such run. */
export async function viewRun(roundUpId: number, runId: number): Promise<RunView | null> {
  return withDatabase(async (db) => {
    const [roundUp, run] = await Promise.all([getRoundUp(db, roundUpId), getRun(db, roundUpId, runId)]);
    if (!roundUp || !run) return null;
    const [entries, channels, next] = await Promise.all([
      listCitedEntries(db, roundUpId),
      readTrace(db, runId, SHOWN_CHANNELS),
      neighbours(db, roundUpId, runId),
    ]);
    return { roundUp, entries, run, channels, neighbours: next };
  });
}
