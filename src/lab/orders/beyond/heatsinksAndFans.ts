import { hasPlate } from '@/core/lineUp/product';
import type { LineUpEntry } from '@/lab/lineUp/lineUpView';

/** What turns on a heatsink, in words: “2 × Brisa 140”. */
function fansOn({ entry }: LineUpEntry): string {
  return entry.body.fans.map(({ count, name }) => (count > 1 ? `${count} × ${name}` : name)).join(' and ');
}

/** Entries of a line-up as a heatsink and what blows on it. */
export const heatsinksAndFans = (lineUp: readonly LineUpEntry[]) =>
  lineUp
    .filter(({ product, entry }) => hasPlate(product.body.kind) && entry.body.fans.length > 0)
    .map((item) => ({ item, heatsink: item.productName, fan: fansOn(item) }));
