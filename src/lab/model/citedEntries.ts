import type { PlacedFan } from '@/core/cases/layoutSketch';
import { variantNames } from '@/core/lineUp/variantNames';
import { groupBy } from '@/core/statistics/groupBy';
import type { Queryable } from '@/database/pool';
import { listCitedEntries, type CitedRow } from '@/database/roundUps/roundUps';

/** An entry of a round-up as pages call it: variants of one product have names of their own. */
export interface CitedEntry extends Omit<CitedRow, 'covered' | 'sample' | 'layout'> {
  /** Where its fans sit in the case, as it is drawn: no fan is named. */
  layout: PlacedFan[];
  product: string;
  /** The product of which it is one of two or more samples, built alike; null where there is one. */
  samplesOf: string | null;
}

/** The entries of a round-up in its order. */
export async function citedEntries(db: Queryable, roundUpId: number): Promise<CitedEntry[]> {
  const rows = await listCitedEntries(db, roundUpId);
  const names = variantNames(rows.map(({ productName, ...other }) => ({ ...other, name: productName })));
  // What fans a covered product has may name it.
  const alike = groupBy(rows, ({ maker, productName, fans }) => `${maker}\n${productName}\n${fans}`);
  const isTwin = new Set(
    [...alike.values()].filter((same) => new Set(same.map(({ sample }) => sample)).size > 1).flat(),
  );
  return rows.map(({ covered, sample: _, ...row }, i) => ({
    ...row,
    product: names[i]!,
    samplesOf: isTwin.has(rows[i]!) ? row.productName : null,
    fans: covered ? '' : row.fans,
    layout: row.layout.map(({ place, slot, direction }) => ({ place, slot, direction })),
  }));
}
