import { stringify } from 'csv-stringify/sync';
import { usualKind } from '@/core/lineUp/usualKind';
import { KIND_WORDS, PRODUCT_KINDS } from '@/core/lineUp/product';
import { plural } from '@/core/words';
import { readLineUp, type LineUpCsvRow } from '@/formats/lineUpCsv';
import { readPasted } from '@/formats/pastedBlock';
import { addRows } from '../bring/importLineUp';
import { takeOutEntries } from '../lineUp/changeLineUp';
import {
  allMade,
  asksFor,
  pastedIds,
  pastedInto,
  recognised,
  RowCells,
  sameLines,
  shownRows,
  undoOf,
  type MadeRow,
  type PasteAsk,
  type PasteColumn,
  type PasteKind,
  type PasteRequest,
} from './pasteColumns';

/** Columns of a line-up’s own CSV that people write by hand; texts, or numbers with a unit behind. */
export const LINE_UP_COLUMNS: readonly (PasteColumn & { isNumber?: true })[] = [
  {
    id: 'product',
    label: 'Product',
    called: ['product', 'cooler', 'heatsink', 'name', 'model', 'entry', 'article', 'layout'],
  },
  { id: 'maker', label: 'Maker', called: ['maker', 'brand', 'manufacturer', 'make'] },
  { id: 'kind', label: 'Kind', called: ['kind', 'type', 'category'] },
  { id: 'fan', label: 'Its fan', called: ['fan', 'fans', 'fan name', 'fan model'] },
  {
    id: 'fan_count',
    label: 'Number of fans',
    called: ['fan count', 'number of fans', 'fans no', 'count'],
    isNumber: true,
  },
  {
    id: 'price',
    label: 'Price',
    called: ['price', 'cost', 'street price', 'paid', 'eur', 'usd', 'gbp'],
    isNumber: true,
  },
  { id: 'currency', label: 'Currency', called: ['currency'] },
  { id: 'priced_on', label: 'Price of (day)', called: ['priced on', 'date', 'price date', 'day'] },
  { id: 'seller', label: 'Shop', called: ['seller', 'shop', 'sold by', 'store'] },
  { id: 'height_mm', label: 'Height, mm', called: ['height', 'height mm'], isNumber: true },
  {
    id: 'memory_clearance_mm',
    label: 'RAM clearance, mm',
    called: ['memory', 'ram clearance', 'memory clearance', 'ram'],
    isNumber: true,
  },
  { id: 'radiator_mm', label: 'Radiator, mm', called: ['radiator', 'radiator length'], isNumber: true },
  { id: 'sample', label: 'Sample', called: ['sample', 'unit'] },
];

/** A kind as people write it; the text as it is where it is none. */
function kindOf(text: string): string {
  const plain = text.trim().toLowerCase();
  const own = PRODUCT_KINDS.find((kind) => kind === plain || KIND_WORDS[kind] === plain);
  if (own) return own;
  if (/liquid|water|loop|aio/.test(plain)) return 'liquid';
  if (/low|flat|top.?(down|blow)/.test(plain)) return 'air-low-profile';
  if (/layout|case/.test(plain)) return 'case-layout';
  if (/fan/.test(plain)) return 'fan';
  return /air|tower/.test(plain) ? 'air-tower' : text;
}

/** A column that is called after the fans and holds numbers counts them. */
function countedFans(
  as: readonly (string | null)[],
  rows: readonly { cells: string[] }[],
): (string | null)[] {
  const at = as.indexOf('fan');
  const isCount = at >= 0 && !as.includes('fan_count') && rows.every(({ cells }) => /^\d*$/.test(cells[at]!));
  return as.map((id, i) => (isCount && i === at ? 'fan_count' : id));
}

/** The currency that a column of prices names in its heading. */
const currencyIn = (headings: readonly string[], as: readonly (string | null)[]) =>
  /\b[A-Z]{3}\b/.exec(headings[as.indexOf('price')] ?? '')?.[0];

/** “2 × Airlo 12” is two fans called Airlo 12, unless a column counts them otherwise. */
function splitFans(fan: string, count: string): { fan: string; count: string } {
  const [, counted = '', name = ''] = /^(\d{1,2})\s*[×x*]\s*(\D.*)$/i.exec(fan) ?? [];
  return counted !== '' && (count === '' || count === counted)
    ? { fan: name, count: counted }
    : { fan, count };
}

/** “Price EUR” is a price: the currency is read from the heading. */
const byCurrency = (heading: string): string | null =>
  /^(street )?(price|cost)\W+[A-Z]{3}\W*$/i.test(heading.trim()) ? 'price' : null;

function madeEntry(cells: RowCells): LineUpCsvRow | null {
  const values = LINE_UP_COLUMNS.map(({ id, isNumber }) =>
    id === 'kind' ? kindOf(cells.text(id)) : isNumber ? String(cells.number(id) ?? '') : cells.text(id),
  );
  const at = (name: string) => LINE_UP_COLUMNS.findIndex(({ id }) => id === name);
  const fans = splitFans(values[at('fan')]!, values[at('fan_count')]!);
  values[at('fan')] = fans.fan;
  values[at('fan_count')] = fans.count;
  // A fan by itself is its own.
  const isFan = kindOf(cells.text('kind')) === 'fan' && cells.text('fan') === '';
  if (isFan) values[at('fan')] = cells.text('product');
  // The reader of the line-up’s own CSV is the one that knows what an entry can be.
  const { rows, problems } = readLineUp(stringify([LINE_UP_COLUMNS.map(({ id }) => id), values]));
  for (const { column, message } of problems) cells.fail(column ?? '', message);
  return cells.isSound ? (rows[0] ?? null) : null;
}

async function readBlock(roundUpId: number, request: PasteRequest) {
  const { brief } = await pastedInto(roundUpId);
  const { headings, rows } = readPasted(request.text);
  const found = request.as ?? recognised(headings, LINE_UP_COLUMNS, { otherwise: byCurrency });
  // A block without headings begins with the names.
  const named = found.every((id) => id === null) ? ['product', ...found.slice(1)] : found;
  const as = request.as ?? countedFans(named, rows);
  const all: PasteAsk[] = [
    {
      id: 'kind',
      label: 'Kind',
      value: usualKind(brief.question),
      choices: PRODUCT_KINDS.map((value) => ({ value, label: KIND_WORDS[value] })),
    },
    {
      id: 'currency',
      label: 'Currency',
      value: currencyIn(headings, as) ?? brief.limits.currency,
      choices: null,
    },
  ];
  const { asks, values } = asksFor(all, as, request.shared);
  const made = rows.map(({ line, cells: texts }): MadeRow<LineUpCsvRow> => {
    const cells = new RowCells(texts, as, values);
    return { line, cells, made: madeEntry(cells) };
  });
  return { headings, as, asks, rows: made };
}

export const pasteEntries: PasteKind = {
  async look(roundUpId, request) {
    const { rows, ...block } = await readBlock(roundUpId, request);
    return {
      ...block,
      offered: LINE_UP_COLUMNS.map(({ id, label }) => ({ id, label })),
      rows: shownRows(rows, (at) => {
        const earlier = sameLines(rows)[at];
        return earlier ? [`the same as line ${earlier}: it is taken once`] : [];
      }),
    };
  },
  async take(roundUpId, request) {
    const rows = allMade((await readBlock(roundUpId, request)).rows);
    const ids = await addRows(roundUpId, rows, request.who);
    const there = rows.length - ids.length;
    const said = `${plural(ids.length, 'entry is', 'entries are')} in the line-up${there > 0 ? `, ${there} were there already` : ''}`;
    return { said, undo: ids };
  },
  undo: (roundUpId, ids) => takeOutEntries(roundUpId, undoOf(pastedIds, ids)),
};
