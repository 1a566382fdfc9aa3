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
  runs: FoundRun[];
}

/** Round-ups, entries and runs of the whole lab in which every word of the query stands; nothing for an empty one. */
export async function searchLab(query: string, now = new Date()): Promise<LabFinds> {
  const words = wordsOf(query);
  if (words.length === 0) return { roundUps: [], entries: [], runs: [] };
  return withDatabase(async (db) => {
    const roundUps = await searchRoundUps(db, words, MOST_FOUND + 1);
    const entries = await searchEntries(db, words, MOST_FOUND + 1);
    const runs = await searchRuns(db, words, MOST_FOUND + 1);
    return { roundUps, entries: entries.map((entry) => offeredEntry(entry, now)), runs };
  });
}
