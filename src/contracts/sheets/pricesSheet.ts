import { array, boolean, object, type ObjectSchema } from 'yup';
import type { DatedPrice } from '@/core/lineUp/prices';
import { currency, day, finite, text } from './fields';

/** What an entry cost, over the months. */
export interface PricesSheet {
  prices: DatedPrice[];
}

export const MOST_PRICES = 1000;

export const pricesSheet: ObjectSchema<PricesSheet> = object({
  prices: array(
    object({
      date: day().min(1, 'a price needs its day'),
      price: finite().min(0, 'cannot be negative').max(1e6, 'over ${max}').required('a price was expected'),
      currency: currency(),
      region: text(40),
      inStock: boolean().nullable().default(null),
      note: text(400),
    }).noUnknown(),
  )
    .max(MOST_PRICES, 'at most ${max} prices of an entry')
    .default([]),
}).noUnknown();
