import { unnamed } from '@/core/lineUp/product';
import type { CoverWords } from '@/core/lineUp/underCover';
import { withDatabase } from '@/database/pool';
import { coverWordsIn } from './coverWordsOf';
import { lineUpOf, type LineUpEntry } from './lineUpView';

/** A covered entry without what names it: its maker, what its maker says, and the names of fans and samples. */
function underItsCover(item: LineUpEntry, words: CoverWords): LineUpEntry {
  const { entry, product, sample } = item;
  const fans = entry.body.fans.map((fan) => ({ ...fan, name: words.text(fan.name) }));
  const extras = entry.body.extras.map((extra) => ({ ...extra, name: words.text(extra.name) }));
  return {
    ...item,
    priceWords: words.text(item.priceWords),
    product: { ...product, body: unnamed(product.body, item.productName) },
    entry: { ...entry, body: { ...entry.body, fans, extras } },
    sample: sample && { ...sample, body: { ...sample.body, serial: '', diary: [] } },
  };
}

/** A line-up with its covers on. */
export function underCovers(lineUp: readonly LineUpEntry[]): LineUpEntry[] {
  const words = coverWordsIn(lineUp);
  return lineUp.map((item) => (item.covered ? underItsCover(item, words) : item));
}

/** The line-up as a page holds it, its source included: who is under a cover is not in it. */
export async function viewShownLineUp(roundUpId: number): Promise<LineUpEntry[]> {
  return underCovers(await withDatabase((db) => lineUpOf(db, roundUpId)));
}

/** One entry as it is, for somebody who looks behind its cover; null where it is not in the line-up. */
export async function lookBehind(roundUpId: number, entryId: number): Promise<LineUpEntry | null> {
  const lineUp = await withDatabase((db) => lineUpOf(db, roundUpId));
  return lineUp.find((item) => item.entryId === entryId) ?? null;
}
