import type { KeptBridged } from '@/core/bridge/carried';
import type { ProblemList } from '../../problem';
import { readTable } from '../../table';
import { inBounds, RowReader } from './rowReader';

const FILE = 'bridged.csv';
export const BRIDGED_COLUMNS = [
  'entry',
  'load_w',
  'load_name',
  'gpu_load_w',
  'noise_db',
  'rise_k',
  'interval95_k',
  'there_k',
  'level_db',
  'from',
  'by',
] as const;
const REQUIRED = ['entry', 'load_w', 'noise_db', 'rise_k', 'interval95_k', 'there_k', 'from'];

/** A row that was measured on another rig and carried over, at a load and a noise line; in K. */
export type BundleBridged = KeptBridged;

/** Rows of bridged.csv; those that cannot be used are listed, and those that stand twice. */
export function readBridged(
  bytes: Uint8Array,
  entries: ReadonlySet<string>,
  problems: ProblemList,
): BundleBridged[] {
  const bridged: BundleBridged[] = [];
  const lineOf = new Map<string, number>();
  for (const row of readTable(FILE, bytes, REQUIRED, problems).rows) {
    const read = new RowReader(FILE, row, problems);
    const lineDb = read.requiredNumber('noise_db', inBounds('levelDb'));
    const rise = (column: string) =>
      read.requiredNumber(column, (value) =>
        value > 0 && value <= 500 ? null : 'a rise lies between 0 and 500 K',
      );
    const made: BundleBridged = {
      entry: read.requiredText('entry'),
      loadW: read.requiredNumber('load_w', inBounds('powerW')),
      loadName: read.text('load_name'),
      gpuLoadW: read.number('gpu_load_w', inBounds('powerW')) ?? 0,
      ...{ lineDb, value: rise('rise_k') },
      interval95: read.requiredNumber('interval95_k', (value) =>
        value >= 0 && value <= 500 ? null : 'an interval lies between 0 and 500 K',
      ),
      there: rise('there_k'),
      levelDb: read.number('level_db', inBounds('levelDb')) ?? lineDb,
      from: read.requiredText('from'),
      by: read.text('by'),
    };
    if (read.broken) continue;
    if (!entries.has(made.entry)) {
      read.fail('entry', `no entry "${made.entry}" in entries.csv: row left out`);
      continue;
    }
    const key = JSON.stringify([
      made.entry,
      made.loadW,
      made.loadName,
      made.gpuLoadW,
      made.lineDb,
      made.from,
    ]);
    const twin = lineOf.get(key);
    if (twin !== undefined) {
      read.fail('entry', `"${made.entry}" has this load and line on line ${twin} already: row left out`);
      continue;
    }
    lineOf.set(key, row.line);
    bridged.push(made);
  }
  return bridged;
}
