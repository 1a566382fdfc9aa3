import { array, mixed, object, ValidationError } from 'yup';
import { whole } from '@/contracts/sheets/fields';
import type { DatedPrice } from '@/core/lineUp/prices';
import { groupBy } from '@/core/statistics/groupBy';
import { plural } from '@/core/words';
import { pricesSheet } from '@/contracts/sheets/pricesSheet';
import { readSheet, writeSheet } from '@/database/lineUp/sheets';
import { inTransaction } from '@/database/pool';
import { dateSeconds } from '@/formats/log/clockText';
import { readPasted } from '@/formats/pastedBlock';
import type { RoundUpView } from '../model/roundUpView';
import { Refused } from '../refusal';
import { entryNamed } from './entryNamed';
import {
  allMade,
  asksFor,
  pastedInto,
  recognised,
  RowCells,
  shownRows,
  undoOf,
  type MadeRow,
  type PasteAsk,
  type PasteColumn,
  type PasteKind,
  type PasteRequest,
} from './pasteColumns';

const COLUMNS: readonly PasteColumn[] = [
  { id: 'entry', label: 'Entry', called: ['entry', 'product', 'cooler', 'name', 'model', 'heatsink', 'fan'] },
  { id: 'price', label: 'Price', called: ['price', 'cost', 'street price'] },
  { id: 'currency', label: 'Currency', called: ['currency'] },
  { id: 'date', label: 'Day', called: ['date', 'day', 'on'] },
  { id: 'region', label: 'Region', called: ['region', 'country', 'land'] },
  { id: 'note', label: 'Note', called: ['note', 'notes', 'shop', 'seller', 'store', 'comment'] },
];

interface NamedPrice {
  entry: string;
  price: DatedPrice;
}

/** A day as sheets write it, as 2026-11-29: dotted and slashed days are day first. */
function dayOf(text: string): string {
  const atS = dateSeconds(text, false);
  return atS === null ? text : new Date(1000 * atS).toISOString().slice(0, 10);
}

function madePrice(entries: RoundUpView['entries'], cells: RowCells): NamedPrice | null {
  const named = entryNamed(entries, cells.text('entry'));
  if ('wrong' in named) cells.fail('entry', named.wrong);
  const price = cells.number('price');
  if (price === null) cells.fail('price', 'a price was expected');
  const dated: DatedPrice = {
    ...{ date: dayOf(cells.text('date')), price: price ?? 0, currency: cells.text('currency').toUpperCase() },
    ...{ region: cells.text('region'), inStock: null, note: cells.text('note') },
  };
  try {
    pricesSheet.validateSync({ prices: [dated] });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    cells.fail(error.path?.split('.').at(-1) ?? '', error.message);
  }
  return cells.isSound && 'entry' in named ? { entry: named.entry, price: dated } : null;
}

async function readBlock(roundUpId: number, request: PasteRequest) {
  const { brief, entries } = await pastedInto(roundUpId);
  const { headings, rows } = readPasted(request.text);
  const as = request.as ?? recognised(headings, COLUMNS);
  const all: PasteAsk[] = [
    { id: 'currency', label: 'Currency', value: brief.limits.currency, choices: null },
    { id: 'region', label: 'Region', value: brief.region, choices: null },
    { id: 'date', label: 'Day, as 2026-12-01', value: request.today, choices: null },
  ];
  const { asks, values } = asksFor(all, as, request.shared);
  const made = rows.map(({ line, cells: texts }): MadeRow<NamedPrice> => {
    const cells = new RowCells(texts, as, values);
    return { line, cells, made: madePrice(entries, cells) };
  });
  return { entries, headings, as, asks, rows: made };
}

const isSame = (a: DatedPrice, b: DatedPrice) =>
  (['date', 'price', 'currency', 'region', 'note'] as const).every((name) => a[name] === b[name]);

const pricesTaken = array(
  object({
    entryId: whole(1).required(),
    prices: array(mixed<DatedPrice>().required()).required(),
  }).required(),
).required();

interface Noted {
  entryId: number;
  prices: DatedPrice[];
}

export const pastePrices: PasteKind = {
  async look(roundUpId, request) {
    const { headings, as, asks, rows } = await readBlock(roundUpId, request);
    const offered = COLUMNS.map(({ id, label }) => ({ id, label }));
    return { headings, as, asks, offered, rows: shownRows(rows) };
  },
  async take(roundUpId, request) {
    const { entries, rows } = await readBlock(roundUpId, request);
    const byEntry = groupBy(allMade(rows), ({ entry }) => entry);
    const noted = await inTransaction(async (db) => {
      const all: Noted[] = [];
      for (const [code, own] of byEntry) {
        const { entryId } = entries.find(({ entry }) => entry === code)!;
        const before = await readSheet(db, 'prices', entryId);
        const prices = own.map(({ price }) => price);
        const body = pricesSheet.validateSync({ prices: [...(before?.body.prices ?? []), ...prices] });
        const sheet = { kind: 'prices' as const, owner: entryId, version: before?.version ?? 0, body };
        if ((await writeSheet(db, { ...sheet, who: request.who, reason: 'pasted' })) === null)
          throw new Refused('somebody else has written a price meanwhile: paste again');
        all.push({ entryId, prices });
      }
      return all;
    });
    return { said: plural(rows.length, 'price is saved', 'prices are saved'), undo: noted };
  },
  async undo(roundUpId, undo, who) {
    await inTransaction(async (db) => {
      for (const { entryId, prices } of undoOf(pricesTaken, undo)) {
        const sheet = await readSheet(db, 'prices', entryId);
        if (!sheet) continue;
        const left = [...sheet.body.prices];
        for (const price of prices) {
          const at = left.findLastIndex((other) => isSame(other, price));
          if (at >= 0) left.splice(at, 1);
        }
        const body = pricesSheet.validateSync({ prices: left });
        await writeSheet(db, {
          kind: 'prices',
          owner: entryId,
          version: sheet.version,
          body,
          who,
          reason: 'undone',
        });
      }
    });
  },
};
