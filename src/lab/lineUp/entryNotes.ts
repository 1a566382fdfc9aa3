import { fanBehaviour } from '@/core/air/fanBehaviour';
import { levelShares, shareWords } from '@/core/levels/levelShare';
import { FIRST_SPEED } from '@/core/responses/runSpeeds';
import { loadKey } from '@/core/runs/load';
import { groupBy } from '@/core/statistics/groupBy';
import { withDatabase } from '@/database/pool';
import { listAllReadings } from '@/database/runs/runReadings';
import { listValues } from '@/database/runs/runValues';
import { memoized } from '../model/cachedUntilWritten';
import type { RoundUpView } from '../model/roundUpView';

/** What is told of an entry beside its curve: the shares of its parts in the level, and what its fan did. */
export interface EntryNote {
  entry: string;
  words: string[];
}

export const viewEntryNotes = memoized(async (view: RoundUpView): Promise<EntryNote[]> => {
  const { id } = view.roundUp;
  const { readings, speeds } = await withDatabase(async (db) => ({
    readings: await listAllReadings(db, id),
    speeds: await listValues(db, id, FIRST_SPEED.id, ''),
  }));
  const readOf = groupBy(readings, (reading) => reading.runId);
  const speedOf = new Map(speeds.map((row) => [row.runId, row.value]));
  const counting = view.runs.filter((run) => run.setAside === '');
  return [...groupBy(counting, (run) => run.entry)].flatMap(([entry, runs]): EntryNote[] => {
    const shares = [...groupBy(runs, loadKey).values()].flatMap((atLoad) =>
      levelShares(atLoad.map((run) => ({ setting: run.setting, levelDb: run.level.levelDb }))),
    );
    const did = runs.flatMap((run) =>
      fanBehaviour({ ...run, rpm: speedOf.get(run.id) ?? run.rpm, readings: readOf.get(run.id) ?? [] }),
    );
    const words = [...new Set([...shares.map(shareWords), ...did])];
    return words.length > 0 ? [{ entry, words }] : [];
  });
});
