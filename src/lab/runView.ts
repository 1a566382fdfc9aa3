import { listChanges, type Change } from '@/database/changes';
import { withDatabase } from '@/database/pool';
import { neighbours, type Neighbours } from '@/database/runs';
import { readTrace, type StoredChannel } from '@/database/traces';

export interface RunView {
  channels: StoredChannel[];
  neighbours: Neighbours;
  changes: Change[];
}

const SHOWN_CHANNELS = ['t_s', 'cpu_c', 'ambient_c', 'power_w', 'fan_rpm'];

/** What the page of a run shows beyond its line in the logbook: channels, neighbours, and who changed what. */
export async function viewRun(roundUpId: number, runId: number): Promise<RunView> {
  return withDatabase(async (db) => {
    const [channels, next, changes] = await Promise.all([
      readTrace(db, runId, SHOWN_CHANNELS),
      neighbours(db, roundUpId, runId),
      listChanges(db, runId),
    ]);
    return { channels, neighbours: next, changes };
  });
}
