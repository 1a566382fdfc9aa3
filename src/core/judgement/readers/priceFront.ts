import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { moneyPerUnit95 } from './moneyPerUnit95';
import { pairDifference } from '@/core/ranking/pairDifference';

/** An entry with a value at the line and a price, all prices in one currency. */
export interface Priced extends Pick<PlacedEntry, 'entry' | 'value' | 'doubt' | 'shared'> {
  price: number;
}

/** A step up the front: what it brings, and what that costs. */
export interface PriceStep {
  entry: string;
  moreMoney: number;
  better: number;
  /** Half-width of the simultaneous 95 % interval of what it brings: less than that. */
  better95: number;
  moneyPerUnit: number;
  /** The same at either end of that interval. */
  perUnit95: [number, number];
}

export interface FrontStanding {
  entry: string;
  /** Entries that cost no more and are better beyond doubt. */
  beatenBy: string[];
  /** On the front: what the next step up costs for each unit that it brings, and to whom; null at its end, or off it. */
  next: PriceStep | null;
}

/** So many are compared at once: by the simultaneous difference, as the brackets of the order are (FORMATS step 9). */
const comparedIn = (entries: readonly Priced[]) => Math.max(2, entries.length);

/**
 * What each unit costs by which the dearer of two is better, at either end of the interval that holds for all priced entries at once; null
 * where it may be nothing, or both cost the same.
 *
 * Example: 51 EUR more for 3.4 ± 0.4 K: 13.5 to 16.9 EUR a kelvin.
 */
export function pricePerUnit95(
  entries: readonly Priced[],
  one: Priced,
  other: Priced,
  better: 'lower' | 'higher',
): [from: number, to: number] | null {
  const [cheap, dear] = one.price <= other.price ? [one, other] : [other, one];
  const { difference, interval95 } = pairDifference(dear, cheap, comparedIn(entries));
  const gain = (better === 'lower' ? 1 : -1) * difference;
  return dear.price > cheap.price ? moneyPerUnit95(dear.price - cheap.price, gain, interval95) : null;
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
  const count = comparedIn(entries);
  const betterBy = (one: Priced, other: Priced) => {
    const { difference, interval95 } = pairDifference(one, other, count);
    return { better: sign * difference, better95: interval95 };
  };
  const surelyBetter = (one: Priced, other: Priced) => {
    const { better: gain, better95 } = betterBy(one, other);
    return gain > better95;
  };
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
    const gained = step && { ...betterBy(step, entry), moreMoney: step.price - entry.price };
    return {
      entry: entry.entry,
      beatenBy: beaten.get(entry.entry)!,
      next: gained
        ? {
            ...{ entry: step.entry, ...gained, moneyPerUnit: gained.moreMoney / gained.better },
            // A step lies beyond its interval.
            perUnit95: moneyPerUnit95(gained.moreMoney, gained.better, gained.better95)!,
          }
        : null,
    };
  });
}

/**
 * The step up that costs least for what it brings, where its interval lies below those of all others; null where none does, or there
 * is only one to look at.
 */
export function cheapestStep(
  standings: readonly FrontStanding[],
): { entry: string; next: PriceStep; among: number } | null {
  const steps = standings.flatMap(({ entry, next }) => (next ? [{ entry, next }] : []));
  const least = steps.find(({ next }) =>
    steps.every((other) => other.next === next || next.perUnit95[1] < other.next.perUnit95[0]),
  );
  return least && steps.length > 1 ? { ...least, among: steps.length } : null;
}
