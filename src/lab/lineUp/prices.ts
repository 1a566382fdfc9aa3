import { latestPrice, priceIn, priceSpan, type DatedPrice } from '@/core/lineUp/prices';
import { unknown, type Outcome } from '@/core/outcome';
import type { Brief } from '@/core/brief/brief';
import { withDatabase, type Queryable } from '@/database/pool';
import { readSheets, type KeptSheet } from '@/database/lineUp/sheets';
import type { PricesSheet } from '@/contracts/sheets/pricesSheet';
import { lineUpOf, type LineUpEntry } from './lineUpView';

const BLANK: KeptSheet<PricesSheet> = { version: 0, body: { prices: [] } };

const valueIn = (price: Outcome<number>) => (price.known ? [price.value] : []);

export interface PricedEntry {
  entry: LineUpEntry;
  sheet: KeptSheet<PricesSheet>;
  /** In the brief's currency, or why there is none. */
  price: Outcome<number>;
  /** From the lowest to the highest of the weeks before, in the brief's currency; null where it is one price. */
  span: [number, number] | null;
  /** As it was noted, with its day; null where the product's own price with its fans and extras stands in. */
  dated: DatedPrice | null;
}

/** What every entry of a round-up costs: the newest price of the brief's region, else the product's with its fans and extras. */
export async function pricedLineUp(
  db: Queryable,
  roundUpId: number,
  brief: Pick<Brief, 'region' | 'rates' | 'limits'>,
): Promise<PricedEntry[]> {
  const lineUp = await lineUpOf(db, roundUpId);
  const sheets = await readSheets(
    db,
    'prices',
    lineUp.map(({ entryId }) => entryId),
  );
  const { currency } = brief.limits;
  return lineUp.map((entry) => {
    const sheet = sheets.get(entry.entryId) ?? BLANK;
    const dated = latestPrice(sheet.body.prices, brief.region);
    if (dated) {
      const inOwn = (price: number) => priceIn(price, dated.currency, currency, brief.rates);
      const ends = (priceSpan(sheet.body.prices, dated) ?? []).map(inOwn).flatMap(valueIn);
      const span: PricedEntry['span'] = ends.length === 2 ? [ends[0]!, ends[1]!] : null;
      return { entry, sheet, dated, span, price: inOwn(dated.price) };
    }
    // Prices of other regions are no price here, and the product's own is from nowhere in particular.
    const price =
      entry.price === null
        ? unknown(sheet.body.prices.length > 0 ? `no price in ${brief.region}` : 'no price recorded')
        : priceIn(entry.price, entry.product.body.currency, currency, brief.rates);
    return { entry, sheet, dated: null, span: null, price };
  });
}

/** The same of a round-up that is being looked at. */
export function viewPrices({
  roundUp,
  brief,
}: {
  roundUp: { id: number };
  brief: Pick<Brief, 'region' | 'rates' | 'limits'>;
}): Promise<PricedEntry[]> {
  return withDatabase((db) => pricedLineUp(db, roundUp.id, brief));
}

/** The prices that were noted of a round-up's entries, by their ids. */
export async function pricesOf(roundUpId: number): Promise<{ entry: string; prices: DatedPrice[] }[]> {
  return withDatabase(async (db) => {
    const lineUp = await lineUpOf(db, roundUpId);
    const ids = lineUp.map(({ entryId }) => entryId);
    const sheets = await readSheets(db, 'prices', ids);
    return lineUp.flatMap(({ entryId, code }) => {
      const prices = sheets.get(entryId)?.body.prices ?? [];
      return prices.length > 0 ? [{ entry: code, prices }] : [];
    });
  });
}
