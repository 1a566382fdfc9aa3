import { known, unknown, type Outcome } from '../outcome';

/** What a whole entry cost somewhere on a day: fans, brackets and cables counted. */
export interface DatedPrice {
  /** As 2026-11-26. */
  date: string;
  price: number;
  /** ISO 4217. */
  currency: string;
  region: string;
  /** Null where nobody looked. */
  inStock: boolean | null;
  note: string;
}

/** What one of another currency is worth in the brief's, as the reviewer states it. */
export interface CurrencyRate {
  currency: string;
  rate: number;
}

/**
 * The newest price of a region; of all regions where none is asked for. What is known to be out of stock is no price, unless all
 * of that is. Null where there is none.
 *
 * @example latestPrice([{ date: '2026-10-01', price: 60, currency: 'EUR', region: 'DE', inStock: true, note: '' }, { date:
 * '2026-11-01', price: 55, currency: 'EUR', region: 'DE', inStock: true, note: '' }], '').price → 55
 */
export function latestPrice(prices: readonly DatedPrice[], region: string): DatedPrice | null {
  const wanted = region.trim().toLowerCase();
  const there = prices.filter((price) => wanted === '' || price.region.toLowerCase() === wanted);
  const sold = there.filter(({ inStock }) => inStock !== false);
  const sorted = [...(sold.length > 0 ? sold : there)].sort((a, b) =>
    a.date === b.date ? a.price - b.price : a.date < b.date ? 1 : -1,
  );
  return sorted[0] ?? null;
}

/** How far back a price still says what a product costs, days. */
export const PRICE_DAYS = 90;

/**
 * From the lowest to the highest price of a product around its newest one: of the same region and currency and not out of
 * stock, in the days before it. Null where there is one price alone. A range of what shops asked, and no interval.
 *
 * Example: 60 on 1 October, 52 on 20 October and 55 on 1 November: from 52 to 60.
 */
export function priceSpan(prices: readonly DatedPrice[], newest: DatedPrice): [number, number] | null {
  const dayOf = ({ date }: DatedPrice) => Date.parse(date) / 86_400_000;
  const near = prices.filter(
    (price) =>
      price.currency === newest.currency &&
      price.inStock !== false &&
      price.region.toLowerCase() === newest.region.toLowerCase() &&
      dayOf(price) <= dayOf(newest) &&
      dayOf(price) > dayOf(newest) - PRICE_DAYS,
  );
  const asked = near.map(({ price }) => price);
  const [low, high] = [Math.min(...asked), Math.max(...asked)];
  return low < high ? [low, high] : null;
}

/**
 * A price in the brief's currency by the rates that the reviewer stated; not computable without one.
 *
 * @example priceIn(100, 'USD', 'EUR', [{ currency: 'USD', rate: 0.9 }]) → { known: true, value: 90 }
 *
 * @throws where a price is negative
 */
export function priceIn(
  price: number,
  currency: string,
  wanted: string,
  rates: readonly CurrencyRate[],
): Outcome<number> {
  if (!(price >= 0)) throw new RangeError(`priceIn: prices must be 0 or more, got ${price}`);
  if (currency === wanted) return known(price);
  const stated = rates.find((rate) => rate.currency === currency);
  return stated
    ? known(Math.round(price * stated.rate * 100) / 100)
    : unknown(`priced in ${currency}, and the brief states no rate to ${wanted}`);
}
