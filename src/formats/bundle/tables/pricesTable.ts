import type { DatedPrice } from '@/core/lineUp/prices';
import type { ProblemList } from '../../problem';
import { MOST_PRICES } from '@/contracts/sheets/pricesSheet';
import { readTable } from '../../table';
import { inBounds, RowReader } from './rowReader';
import { day } from '@/contracts/sheets/fields';

const FILE = 'prices.csv';
const REQUIRED = ['entry', 'date', 'price'];
const STOCK: Record<string, boolean | null> = { true: true, false: false, '': null };

/** Prices over the months by the entry that they belong to; rows that cannot be used are listed. */
export function readPrices(
  bytes: Uint8Array,
  entries: ReadonlySet<string>,
  problems: ProblemList,
): Map<string, DatedPrice[]> {
  const byEntry = new Map<string, DatedPrice[]>();
  for (const row of readTable(FILE, bytes, REQUIRED, problems).rows) {
    const read = new RowReader(FILE, row, problems);
    const entry = read.requiredText('entry');
    const date = read.requiredText('date');
    const price = read.requiredNumber('price', inBounds('price'));
    const currency = read.text('currency') || 'EUR';
    const stock = read.text('in_stock').toLowerCase();
    const region = read.text('region');
    const note = read.text('note');
    if (read.broken) continue;
    if (!entries.has(entry)) read.fail('entry', `no entry "${entry}" in entries.csv: row left out`);
    if (!day().isValidSync(date)) read.fail('date', `a day as 2026-12-01 was expected: "${date}"`);
    if (!/^[A-Z]{3}$/.test(currency)) read.fail('currency', `not an ISO 4217 code: "${currency}"`);
    if (!Object.hasOwn(STOCK, stock)) read.fail('in_stock', `true or false expected: "${stock}"`);
    if (region.length > 40) read.fail('region', `a region has 40 characters at most, not ${region.length}`);
    if (note.length > 400) read.fail('note', `a note has 400 characters at most, not ${note.length}`);
    const prices = byEntry.get(entry) ?? [];
    if (prices.length === MOST_PRICES)
      read.fail('entry', `more than ${MOST_PRICES} prices of one entry: row left out`);
    if (read.broken) continue;
    prices.push({ date, price, currency, region, inStock: STOCK[stock]!, note });
    byEntry.set(entry, prices);
  }
  return byEntry;
}
