import { stringify } from 'csv-stringify/sync';
import { blankEntry, blankFan, type Entry } from '@/core/lineUp/entry';
import { blankProduct, CONNECTORS, PRODUCT_KINDS, type Product } from '@/core/lineUp/product';
import type { CoverWords } from '@/core/lineUp/underCover';
import { blankSample, type Sample } from '@/core/lineUp/sample';
import { inBounds, RowReader } from './bundle/rowReader';
import { MOST } from '@/core/bounds';
import { ProblemList, type Problem } from './problem';
import { safeText } from './safeText';
import { readTable } from './table';

const FILE = 'line-up.csv';
const COLUMNS = [
  'product',
  'maker',
  'kind',
  'revision',
  'fan',
  'fan_count',
  'fan_price',
  'height_mm',
  'memory_clearance_mm',
  'price',
  'currency',
  'connector',
  'rated_rpm',
  'makers_noise',
  'sample',
  'serial',
  'source',
  'is_control',
];
const REQUIRED = ['product'];

export interface LineUpCsvRow {
  product: Product;
  entry: Entry;
  sample: Sample | null;
  isControl: boolean;
}

/** The line-up as a CSV that comes back by `readLineUp`; covered entries by their cover names alone. */
export function lineUpTable(
  rows: readonly {
    productName: string;
    covered: boolean;
    isControl: boolean;
    product: { body: Product };
    entry: { body: Entry };
    sample: { body: Sample } | null;
  }[],
  words: CoverWords,
): string {
  const cell = (value: string | number | boolean | null) =>
    typeof value === 'string' ? safeText(words.text(value)) : String(value ?? '');
  const lines = rows.map(({ productName, covered, isControl, product: { body: product }, entry, sample }) => {
    const [fan] = entry.body.fans;
    const bare = covered ? '' : undefined;
    return [
      productName,
      bare ?? product.maker,
      product.kind,
      bare ?? product.revision,
      fan?.name ?? '',
      fan?.count ?? null,
      fan?.eachPrice ?? null,
      product.heightMm,
      product.memoryClearanceMm,
      product.price,
      product.currency,
      product.connector,
      product.ratedRpm,
      bare ?? product.makersNoise,
      sample?.body.label ?? '',
      bare ?? sample?.body.serial ?? '',
      sample?.body.source ?? '',
      isControl,
    ].map(cell);
  });
  return stringify([COLUMNS, ...lines]);
}

/** A line-up from a CSV with a heading row; rows that cannot be used are listed with their line and column. */
export function readLineUp(csv: string): { rows: LineUpCsvRow[]; problems: Problem[] } {
  const problems = new ProblemList();
  const { rows } = readTable(FILE, new TextEncoder().encode(csv), REQUIRED, problems, MOST.entries);
  const read: LineUpCsvRow[] = [];
  for (const row of rows) {
    const cells = new RowReader(FILE, row, problems);
    const name = cells.requiredText('product');
    const kind = (cells.text('kind') || 'air-tower') as Product['kind'];
    if (!PRODUCT_KINDS.includes(kind))
      cells.fail('kind', `not one of ${PRODUCT_KINDS.join(', ')}: "${kind}"`);
    const connector = cells.text('connector') as Product['connector'];
    if (!CONNECTORS.includes(connector))
      cells.fail('connector', `not one of four-pin, three-pin, fixed: "${connector}"`);
    const currency = cells.text('currency') || 'EUR';
    if (!/^[A-Z]{3}$/.test(currency)) cells.fail('currency', `not an ISO 4217 code: "${currency}"`);
    const control = cells.text('is_control').toLowerCase();
    if (!['true', 'false', ''].includes(control))
      cells.fail('is_control', `true or false expected: "${control}"`);
    const count =
      cells.number('fan_count', (n) =>
        Number.isInteger(n) ? inBounds('fanCount')(n) : 'not a whole number',
      ) ?? 0;
    const product = blankProduct({
      name,
      maker: cells.text('maker'),
      kind,
      revision: cells.text('revision'),
      heightMm: cells.number('height_mm', inBounds('heightMm')),
      memoryClearanceMm: cells.number('memory_clearance_mm', inBounds('clearanceMm')),
      price: cells.number('price', inBounds('price')),
      currency,
      connector,
      ratedRpm: cells.number('rated_rpm', inBounds('speedRpm')),
      makersNoise: cells.text('makers_noise'),
    });
    const eachPrice = cells.number('fan_price', inBounds('price'));
    const fan = cells.text('fan');
    const label = cells.text('sample');
    const source = cells.text('source') === 'lent' ? 'lent' : 'bought';
    if (cells.broken) continue;
    read.push({
      product,
      entry: {
        ...blankEntry(),
        fans:
          count > 0 || fan
            ? [blankFan({ name: fan || 'as sold', count: Math.max(1, count), eachPrice })]
            : [],
      },
      sample: label ? { ...blankSample(label), serial: cells.text('serial'), source } : null,
      isControl: control === 'true',
    });
  }
  return { rows: read, problems: problems.list() };
}
