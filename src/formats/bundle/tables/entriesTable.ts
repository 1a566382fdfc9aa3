import { isForbiddenName, MOST } from '@/core/bounds';
import type { ProblemList } from '../../problem';
import { readTable } from '../../table';
import { inBounds, RowReader } from './rowReader';

export const ENTRY_KINDS = ['air-tower', 'air-low-profile', 'liquid', 'fan', 'case-layout'] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];

export interface BundleEntry {
  entry: string;
  product: string;
  maker: string;
  kind: EntryKind;
  fans: string;
  fanCount: number | null;
  price: number | null;
  currency: string;
  heightMm: number | null;
  isControl: boolean;
  /** Columns that we do not know, kept as they came. */
  extra: Record<string, string>;
}

const FILE = 'entries.csv';
const COLUMNS = [
  'entry',
  'product',
  'maker',
  'kind',
  'fans',
  'fan_count',
  'price',
  'currency',
  'height_mm',
  'is_control',
];

export function unknownCells(
  cells: Record<string, string>,
  known: readonly string[],
): Record<string, string> {
  return Object.fromEntries(Object.entries(cells).filter(([name]) => !known.includes(name)));
}

export function readEntries(bytes: Uint8Array, problems: ProblemList): BundleEntry[] {
  const { rows } = readTable(FILE, bytes, COLUMNS, problems, MOST.entries);
  const lineOf = new Map<string, number>();
  const entries: BundleEntry[] = [];
  for (const row of rows) {
    const read = new RowReader(FILE, row, problems);
    const entry = read.requiredText('entry');
    if (isForbiddenName(entry)) {
      read.fail(
        'entry',
        `"${entry}" cannot be an id: another one was expected, as "${entry}-1": row left out`,
      );
      read.broken = true;
    }
    const kind = read.text('kind') as EntryKind;
    if (!ENTRY_KINDS.includes(kind)) {
      read.fail('kind', `not one of ${ENTRY_KINDS.join(', ')}: "${kind}": row left out`);
      read.broken = true;
    }
    const control = read.text('is_control').toLowerCase();
    if (!['true', 'false', ''].includes(control))
      read.fail('is_control', `true or false expected: "${control}"`);
    const currency = read.text('currency');
    if (currency && !/^[A-Z]{3}$/.test(currency))
      read.fail('currency', `not an ISO 4217 code: "${currency}"`);
    const fanCount = read.number('fan_count', (n) =>
      Number.isInteger(n) ? inBounds('fanCount')(n) : 'not a whole number',
    );
    const price = read.number('price', inBounds('price'));
    const heightMm = read.number('height_mm', inBounds('heightMm'));
    const texts = {
      product: read.text('product') || entry,
      maker: read.text('maker'),
      fans: read.text('fans'),
    };
    if (read.broken) continue;
    const before = lineOf.get(entry);
    if (before !== undefined) {
      read.fail('entry', `"${entry}" is on line ${before} already: row left out`);
      continue;
    }
    lineOf.set(entry, row.line);
    entries.push({
      entry,
      ...texts,
      kind,
      fanCount,
      price,
      currency: currency || 'EUR',
      heightMm,
      isControl: control === 'true',
      extra: unknownCells(row.cells, COLUMNS),
    });
  }
  return entries;
}
