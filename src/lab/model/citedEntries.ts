import { variantNames } from '@/core/lineUp/variantNames';
import type { Queryable } from '@/database/pool';
import { listCitedEntries, type CitedRow } from '@/database/roundUps/roundUps';

/** An entry of a round-up as pages call it: variants of one product have names of their own. */
export interface CitedEntry extends Omit<CitedRow, 'covered' | 'sample'> {
  product: string;
}

/** The entries of a round-up in its order. */
export async function citedEntries(db: Queryable, roundUpId: number): Promise<CitedEntry[]> {
  const rows = await listCitedEntries(db, roundUpId);
  const names = variantNames(rows.map(({ productName, ...other }) => ({ ...other, name: productName })));
  // What fans a covered product has may name it.
  return rows.map(({ covered, sample: _, ...row }, i) => ({
    ...row,
    product: names[i]!,
    fans: covered ? '' : row.fans,
  }));
}
