import type { CitedEntry } from '../model/citedEntries';

/**
 * The entry that a cell names, by its code or product, whatever the capitals; else what is wrong with the name. Of two of one product the
 * code says which.
 */
export function entryNamed(
  entries: readonly Pick<CitedEntry, 'entry' | 'product'>[],
  name: string,
): { entry: string } | { wrong: string } {
  const wanted = name.trim().toLowerCase();
  if (wanted === '') return { wrong: 'which entry?' };
  const byCode = entries.find(({ entry }) => entry.toLowerCase() === wanted);
  if (byCode) return { entry: byCode.entry };
  const named = entries.filter(({ product }) => product.trim().toLowerCase() === wanted);
  if (named.length === 1) return { entry: named[0]!.entry };
  if (named.length > 1)
    return { wrong: `${named.length} entries are called so: ${named.map(({ entry }) => entry).join(', ')}` };
  // Those that begin alike come first: a slip mostly is a letter.
  const alike = (product: string) => {
    const name = product.toLowerCase();
    const at = [...name].findIndex((letter, i) => letter !== wanted[i]);
    return at < 0 ? name.length : at;
  };
  const sorted = [...entries].sort((a, b) => alike(b.product) - alike(a.product));
  const known = sorted.slice(0, 4).map(({ product }) => product);
  const more = entries.length > known.length ? ' …' : '';
  return { wrong: `no entry of this name; there are ${known.join(', ')}${more}` };
}
