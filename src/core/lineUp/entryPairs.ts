import { counted } from '../words';
import type { EntryFan } from './entry';

/** An entry as far as its fans say what sets it apart from another of its product. */
export interface PairedEntry {
  entry: string;
  productId: number;
  fans: readonly EntryFan[];
  /** Which sample of the product it is; empty where nobody noted it. */
  sample: string;
  /** Of the whole entry; null where it is not known. */
  price: number | null;
}

export interface EntryPair {
  base: string;
  other: string;
  /** The one thing in which they differ, from the base to the other. */
  differs: string;
  /** How many fans each has. */
  baseFans: number;
  otherFans: number;
  /** What the other costs more; null where a price is not known. */
  moreMoney: number | null;
}

const countOf = (fans: readonly EntryFan[]) => fans.reduce((sum, fan) => sum + fan.count, 0);
const said = (fans: readonly EntryFan[], part: 'name' | 'direction') =>
  [...new Set(fans.map((fan) => fan[part].trim()).filter(Boolean))].sort().join(' and ');

function oneDifference(one: PairedEntry, two: PairedEntry): string | null {
  const [base, other] = [one.fans, two.fans];
  const [baseCount, otherCount] = [countOf(base), countOf(other)];
  const told: string[] = [];
  if (baseCount !== otherCount) told.push(`${counted(otherCount, 'fan')} for ${counted(baseCount, 'fan')}`);
  if (said(base, 'name') !== said(other, 'name'))
    told.push(`${said(other, 'name') || 'no fan'} for ${said(base, 'name') || 'none'}`);
  // A second fan blows the other way as a matter of course: its direction is no difference of its own.
  if (baseCount === otherCount && said(base, 'direction') !== said(other, 'direction'))
    told.push(
      `${said(other, 'direction') || 'no direction'} for ${said(base, 'direction') || 'none recorded'}`,
    );
  if (one.sample !== two.sample && one.sample !== '' && two.sample !== '')
    told.push(`sample ${two.sample} for sample ${one.sample}`);
  return told.length === 1 ? told[0]! : null;
}

/**
 * Entries of one product that differ in one thing: the number of its fans, which fans, which way they blow, or which sample it is. The one with
 * fewer fans is the base, else the one that stands first. Entries that differ in more say nothing of either, and are no pair.
 *
 * Example: ‘Levante’ with one fan and with two: a pair, that with one the base.
 */
export function entryPairs(entries: readonly PairedEntry[]): EntryPair[] {
  const pairs: EntryPair[] = [];
  for (const [i, one] of entries.entries())
    for (const two of entries.slice(i + 1)) {
      if (one.productId !== two.productId) continue;
      const [base, other] = countOf(two.fans) < countOf(one.fans) ? [two, one] : [one, two];
      const differs = oneDifference(base, other);
      if (differs === null) continue;
      pairs.push({
        ...{ base: base.entry, other: other.entry, differs },
        baseFans: countOf(base.fans),
        otherFans: countOf(other.fans),
        moreMoney:
          base.price === null || other.price === null
            ? null
            : Math.round((other.price - base.price) * 100) / 100,
      });
    }
  return pairs;
}
