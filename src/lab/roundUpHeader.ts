import { withDatabase } from '@/database/pool';
import { getRoundUp, listCitedEntries, type RoundUp } from '@/database/roundUps';
import { countFlags } from '@/database/flagCounts';

export interface RoundUpHeader {
  roundUp: RoundUp;
  entries: number;
  runs: number;
  flags: number;
  loads: number;
}

/** What stands above every page of a round-up. */
export async function readRoundUpHeader(id: number): Promise<RoundUpHeader | null> {
  return withDatabase(async (db) => {
    const roundUp = await getRoundUp(db, id);
    if (!roundUp) return null;
    const [entries, counts] = await Promise.all([listCitedEntries(db, id), countFlags(db, id)]);
    return { roundUp, entries: entries.length, ...counts };
  });
}
