import { clockNow } from '@/clock/clockNow';
import { loadLabel } from '@/core/runs/load';
import { searchRoundUps, searchRuns, type FoundRoundUp, type FoundRun } from '@/database/lab/labSearch';
import { searchEntries } from '@/database/lab/measuredEntries';
import { withDatabase } from '@/database/pool';
import { wordsOf } from '../lineUp/fromTheLab';
import { offeredEntry, type OfferedEntry } from '../lineUp/labEntryWords';

/** Of each kind; one more is looked for, so that it can be said that there are more. */
export const MOST_FOUND = 50;

export interface LabFinds {
  roundUps: FoundRoundUp[];
  entries: OfferedEntry[];
  /** Each with its load and setting in words. */
  runs: (FoundRun & { what: string })[];
}

/** What an address asks for, as far as it can be searched for. */
export const searchText = (asked: string | string[] | null | undefined): string =>
  ([asked].flat()[0] ?? '').replace(/\0/g, '').slice(0, 200);

/** Round-ups, entries and runs of the whole lab in which every word of the query stands; nothing for an empty one. */
export async function searchLab(query: string, now = clockNow()): Promise<LabFinds> {
  const words = wordsOf(query);
  if (words.length === 0) return { roundUps: [], entries: [], runs: [] };
  return withDatabase(async (db) => {
    const roundUps = await searchRoundUps(db, words, MOST_FOUND + 1);
    const entries = await searchEntries(db, words, MOST_FOUND + 1);
    const runs = await searchRuns(db, words, MOST_FOUND + 1);
    return {
      roundUps,
      entries: entries.map((entry) => offeredEntry(entry, now)),
      runs: runs.map((run) => ({ ...run, what: `${loadLabel({ ...run, gpuLoadW: 0 })}, ${run.setting}` })),
    };
  });
}
