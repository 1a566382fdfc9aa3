import { lastResult } from '../lastResult';

const inCurrency = lastResult(
  (currency: string) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }),
);

/**
 * A price in words; a dash where there is none.
 *
 * @param currency by ISO 4217
 * @example money(54.9, 'EUR') → '€54.90'
 */
export const money = (price: number | null, currency: string): string =>
  price === null ? '–' : inCurrency(currency).format(price);
