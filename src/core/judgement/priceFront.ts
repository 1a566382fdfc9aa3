import type { PlacedEntry } from '../ranking/rankAtLine';
import { pairDifference } from '../ranking/pairDifference';

/** An entry with a value at the line and a price, all prices in one currency. */
export interface Priced extends Pick<PlacedEntry, 'entry' | 'value' | 'doubt' | 'shared'> {
  price: number;
}

export interface FrontStanding {
  entry: string;
  /** Entries that cost no more and are better beyond doubt. */
  beatenBy: string[];
  /** On the front: what the next step up costs for each unit that it brings, and to whom; null at its end, or off it. */
  next: { entry: string; moreMoney: number; better: number; moneyPerUnit: number } | null;
}

/**
 * The front of price against a response: who costs no more than another and is better beyond doubt, and along those whom nobody beats,
 * cheapest first, what each unit of the next step up costs. A step inside its doubt is none: it leads to the next that can be
 * told from where one stands.
 *
 * Example: 44 EUR for 39.4 K, 95 EUR for 36.0 K, 109 EUR for 37 K: the last is beaten by the second, and from the first the
 * second costs 15.0 EUR a kelvin.
 */
export function priceFront(
  entries: readonly Priced[],
  better: 'lower' | 'higher' = 'lower',
): FrontStanding[] {
  const sign = better === 'lower' ? 1 : -1;
  // Many are compared at once: by the simultaneous difference, as the brackets of the order are (FORMATS step 9).
  const count = Math.max(2, entries.length);
  const surelyBetter = (one: Priced, other: Priced) =>
    sign * (other.value - one.value) > pairDifference(one, other, count).interval95;
  const beaten = new Map(
    entries.map((entry) => [
      entry.entry,
      entries
        .filter((other) => other !== entry && other.price <= entry.price && surelyBetter(other, entry))
        .map((other) => other.entry),
    ]),
  );
  const front = entries
    .filter(({ entry }) => beaten.get(entry)!.length === 0)
    .sort((a, b) => a.price - b.price || sign * (a.value - b.value));
  return entries.map((entry): FrontStanding => {
    const at = front.indexOf(entry);
    const step = at < 0 ? undefined : front.slice(at + 1).find((other) => surelyBetter(other, entry));
    const moreMoney = step ? step.price - entry.price : 0;
    const gain = step ? sign * (entry.value - step.value) : 0;
    return {
      entry: entry.entry,
      beatenBy: beaten.get(entry.entry)!,
      next: step ? { entry: step.entry, moreMoney, better: gain, moneyPerUnit: moreMoney / gain } : null,
    };
  });
}
