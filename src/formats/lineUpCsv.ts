import { stringify } from 'csv-stringify/sync';
import type { SchemaDescription, SchemaObjectDescription, ValidationError } from 'yup';
import { MOST } from '@/core/bounds';
import type { LayoutFan } from '@/core/cases/layout';
import { blankEntry, blankFan, type Entry, type EntryExtra, type EntryFan } from '@/core/lineUp/entry';
import { blankProduct, CONNECTORS, NAMING, PRODUCT_KINDS, type Product } from '@/core/lineUp/product';
import { blankSample, SAMPLE_STATES, type Sample } from '@/core/lineUp/sample';
import type { CoverWords } from '@/core/lineUp/underCover';
import { RowReader } from './bundle/tables/rowReader';
import { ProblemList, type Problem } from './problem';
import { safeText } from './safeText';
import { entrySheet, fanSheet, productSheet } from '@/contracts/sheets/lineUpSheets';
import { readTable } from './table';

const FILE = 'line-up.csv';

type Cell = string | number | boolean | null;

interface Column<T> {
  column: string;
  field: keyof T & string;
}

const PRODUCT: readonly Column<Product>[] = [
  { column: 'revision', field: 'revision' },
  { column: 'width_mm', field: 'widthMm' },
  { column: 'depth_mm', field: 'depthMm' },
  { column: 'height_mm', field: 'heightMm' },
  { column: 'fan_size_mm', field: 'fanSizeMm' },
  { column: 'fan_thickness_mm', field: 'fanThicknessMm' },
  { column: 'memory_clearance_mm', field: 'memoryClearanceMm' },
  { column: 'fins_to_memory_mm', field: 'finsToMemoryMm' },
  { column: 'radiator_mm', field: 'radiatorMm' },
  { column: 'radiator_thickness_mm', field: 'radiatorThicknessMm' },
  { column: 'sockets', field: 'sockets' },
  { column: 'mounting', field: 'mounting' },
  { column: 'connector', field: 'connector' },
  { column: 'rated_rpm', field: 'ratedRpm' },
  { column: 'blades', field: 'blades' },
  { column: 'makers_noise', field: 'makersNoise' },
  // Of one pack of the product; fans and extras that are bought with it have their own.
  { column: 'price', field: 'price' },
  { column: 'currency', field: 'currency' },
  { column: 'priced_on', field: 'pricedOn' },
  { column: 'pack_size', field: 'packSize' },
  { column: 'seller', field: 'seller' },
  { column: 'availability', field: 'availability' },
  { column: 'warranty', field: 'warranty' },
];

/** Fields of a sheet that are numbers. Their bounds stand in the sheet alone. */
const numericOf = (sheet: { describe(): SchemaDescription }): ReadonlySet<string> =>
  new Set(
    Object.entries((sheet.describe() as SchemaObjectDescription).fields)
      .filter(([, field]) => field.type === 'number')
      .map(([name]) => name),
  );
const PRODUCT_NUMBERS = numericOf(productSheet);
const FAN_NUMBERS = numericOf(fanSheet);

/** Behind `fan`, `fan2`, …: each fan of an entry has these. */
const FAN: readonly Column<EntryFan>[] = [
  { column: 'count', field: 'count' },
  { column: 'price', field: 'eachPrice' },
  { column: 'direction', field: 'direction' },
  { column: 'place', field: 'place' },
  { column: 'own_thickness_mm', field: 'thicknessMm' },
  { column: 'raised_mm', field: 'raisedMm' },
];

const SAMPLE = ['sample', 'serial', 'source', 'sample_state'] as const;
const REQUIRED = ['product'];
/** Of one entry; more is no line of a table. */
const MOST_FANS = 20;
const MOST_EXTRAS = 20;

const numbered = (name: string, i: number) => (i === 0 ? name : `${name}${i + 1}`);
const fanColumns = (i: number) => [
  numbered('fan', i),
  ...FAN.map(({ column }) => `${numbered('fan', i)}_${column}`),
];
const extraColumns = (i: number) => [numbered('extra', i), `${numbered('extra', i)}_price`];

export interface LineUpCsvRow {
  product: Product;
  entry: Entry;
  sample: Sample | null;
  isControl: boolean;
}

interface WrittenRow {
  productName: string;
  covered: boolean;
  isControl: boolean;
  product: { body: Product };
  entry: { body: Entry };
  sample: { body: Sample } | null;
}

/**
 * The line-up as a CSV that comes back by `readLineUp`, with every field of products, fans, extras and layouts; covered entries by their
 * cover names alone. Diaries of samples stay in the lab.
 */
export function lineUpTable(rows: readonly WrittenRow[], words: CoverWords): string {
  const cell = (value: Cell) =>
    typeof value === 'string' ? safeText(words.text(value)) : String(value ?? '');
  const most = (count: (entry: Entry) => number) =>
    Array.from({ length: Math.max(1, ...rows.map(({ entry }) => count(entry.body))) }, (_, i) => i);
  const fans = most((entry) => entry.fans.length);
  const extras = most((entry) => entry.extras.length);
  const headings = [
    ...['product', 'maker', 'kind'],
    ...PRODUCT.map(({ column }) => column),
    ...fans.flatMap(fanColumns),
    ...extras.flatMap(extraColumns),
    ...['layout', ...SAMPLE, 'is_control'],
  ];
  const lines = rows.map(({ productName, covered, isControl, product: { body }, entry, sample }) => {
    const named = (text: string) => (covered ? '' : text);
    const fanCells = fans.flatMap((i): Cell[] => {
      const fan = entry.body.fans[i];
      return fan ? [fan.name, ...FAN.map(({ field }) => fan[field])] : fanColumns(i).map(() => null);
    });
    const extraCells = extras.flatMap((i): Cell[] => {
      const extra = entry.body.extras[i];
      return extra ? [extra.name, extra.price] : [null, null];
    });
    const { layout } = entry.body;
    return [
      ...[productName, named(body.maker), body.kind],
      ...PRODUCT.map(({ field }): Cell => (covered && NAMING.includes(field) ? '' : body[field])),
      ...fanCells,
      ...extraCells,
      layout.length > 0 ? JSON.stringify(layout) : '',
      ...[sample?.body.label ?? '', named(sample?.body.serial ?? ''), sample?.body.source ?? ''],
      ...[sample?.body.state ?? '', isControl],
    ].map(cell);
  });
  return stringify([headings, ...lines]);
}

function readFields<T>(
  cells: RowReader,
  columns: readonly Column<T>[],
  numeric: ReadonlySet<string>,
  prefix = '',
): Partial<T> {
  const read = columns.flatMap(({ column, field }): [string, Cell][] => {
    const name = prefix + column;
    if (!numeric.has(field)) return [[field, cells.text(name)]];
    const value = cells.number(name);
    return value === null ? [] : [[field, value]];
  });
  return Object.fromEntries(read) as Partial<T>;
}

function readProduct(cells: RowReader): Product {
  const kind = (cells.text('kind') || 'air-tower') as Product['kind'];
  if (!PRODUCT_KINDS.includes(kind)) cells.fail('kind', `not one of ${PRODUCT_KINDS.join(', ')}: "${kind}"`);
  const fields = readFields(cells, PRODUCT, PRODUCT_NUMBERS);
  const connector = fields.connector ?? '';
  if (!CONNECTORS.includes(connector))
    cells.fail('connector', `not one of four-pin, three-pin, fixed: "${connector}"`);
  const currency = fields.currency || 'EUR';
  if (!/^[A-Z]{3}$/.test(currency)) cells.fail('currency', `not an ISO 4217 code: "${currency}"`);
  const made = blankProduct({
    name: cells.requiredText('product'),
    maker: cells.text('maker'),
    kind,
    ...fields,
    currency,
  });
  if (cells.wrong.size === 0)
    refuseUnfit(cells, () => productSheet.validateSync(made, { abortEarly: false }), PRODUCT_COLUMN);
  return made;
}

/** Refuses a row that its sheet would refuse, and names the column of the field at fault. */
function refuseUnfit(cells: RowReader, check: () => unknown, columnOf: (path: string) => string): void {
  try {
    check();
  } catch (error) {
    const { inner } = error as ValidationError;
    for (const { path = '', message } of inner) cells.fail(columnOf(path), message);
    cells.broken = true;
  }
}

const PRODUCT_COLUMN = (path: string) => PRODUCT.find(({ field }) => field === path)?.column ?? 'product';

/** Column of a path such as `fans[1].raisedMm`. */
function entryColumn(path: string): string {
  const [, list, at = '0', field = ''] = /^(fans|extras)\[(\d+)\]\.?(\w*)$/.exec(path) ?? [];
  if (list === 'extras') return numbered('extra', Number(at)) + (field === 'price' ? '_price' : '');
  if (list !== 'fans') return path.startsWith('layout') ? 'layout' : 'product';
  const column = FAN.find((other) => other.field === field)?.column;
  return numbered('fan', Number(at)) + (column ? `_${column}` : '');
}

function readFans(cells: RowReader): EntryFan[] {
  const fans: EntryFan[] = [];
  for (let i = 0; i < MOST_FANS; i += 1) {
    const column = numbered('fan', i);
    const name = cells.text(column);
    const { count, ...fields } = readFields(cells, FAN, FAN_NUMBERS, `${column}_`);
    if (count !== undefined && !Number.isInteger(count)) cells.fail(`${column}_count`, 'not a whole number');
    if (name === '' && !count) continue;
    fans.push(blankFan({ ...fields, name: name || 'as sold', count: Math.max(1, count ?? 1) }));
  }
  return fans;
}

function readExtras(cells: RowReader): EntryExtra[] {
  return Array.from({ length: MOST_EXTRAS }, (_, i) => numbered('extra', i)).flatMap((column) => {
    const name = cells.text(column);
    const price = cells.number(`${column}_price`);
    return name === '' ? [] : [{ name, price: price ?? 0 }];
  });
}

function readLayout(cells: RowReader): LayoutFan[] {
  const text = cells.text('layout');
  if (text === '') return [];
  try {
    return JSON.parse(text) as LayoutFan[];
  } catch {
    cells.fail('layout', 'not a layout as this table is written with');
    cells.broken = true;
    return [];
  }
}

function readSample(cells: RowReader): Sample | null {
  const label = cells.text('sample');
  if (!label) return null;
  const source = cells.text('source') === 'lent' ? 'lent' : 'bought';
  const state = SAMPLE_STATES.find((name) => name === cells.text('sample_state')) ?? 'new';
  return { ...blankSample(label), serial: cells.text('serial'), source, state };
}

/** A line-up from a CSV with a heading row; rows that cannot be used are listed with their line and column. */
export function readLineUp(csv: string): { rows: LineUpCsvRow[]; problems: Problem[] } {
  const problems = new ProblemList();
  const { rows } = readTable(FILE, new TextEncoder().encode(csv), REQUIRED, problems, MOST.entries);
  const read: LineUpCsvRow[] = [];
  for (const row of rows) {
    const cells = new RowReader(FILE, row, problems);
    const product = readProduct(cells);
    const control = cells.text('is_control').toLowerCase();
    if (!['true', 'false', ''].includes(control))
      cells.fail('is_control', `true or false expected: "${control}"`);
    const entry = {
      ...blankEntry(),
      fans: readFans(cells),
      extras: readExtras(cells),
      layout: readLayout(cells),
    };
    if (![...cells.wrong].some((column) => /^(fan|extra|layout)/.test(column)))
      refuseUnfit(cells, () => entrySheet.validateSync(entry, { abortEarly: false }), entryColumn);
    const sample = readSample(cells);
    if (cells.broken) continue;
    read.push({ product, entry, sample, isControl: control === 'true' });
  }
  return { rows: read, problems: problems.list() };
}
