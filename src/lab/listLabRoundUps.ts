import { withDatabase } from '@/database/pool';
import { listCitedEntries, listRoundUps, type RoundUpSummary } from '@/database/roundUps';

export async function listLabRoundUps(): Promise<RoundUpSummary[]> {
  return withDatabase(listRoundUps);
}

/** Entries of a round-up by code and product, for choosing one. */
export async function listLabEntries(roundUpId: number): Promise<{ entry: string; product: string }[]> {
  const entries = await withDatabase((db) => listCitedEntries(db, roundUpId));
  return entries.map(({ entry, product }) => ({ entry, product }));
}
