import { isoTime } from '@/core/isoTime';
import { MOST } from '@/core/bounds';
import type { ProblemList } from '../../problem';
import { readTable } from '../../table';
import { RowReader } from './rowReader';

export interface BundleChange {
  run: string;
  changedAt: string;
  who: string;
  what: string;
  was: string;
  isNow: string;
}

const FILE = 'changes.csv';
export const CHANGE_COLUMNS = ['run', 'changed_at', 'who', 'what', 'was', 'is_now'];

/** The change log of a bundle: who changed what of which run, when, from what to what. */
export function readChanges(
  bytes: Uint8Array,
  runs: ReadonlySet<string>,
  problems: ProblemList,
): BundleChange[] {
  const { rows } = readTable(FILE, bytes, CHANGE_COLUMNS, problems, 10 * MOST.runs);
  const changes: BundleChange[] = [];
  for (const row of rows) {
    const read = new RowReader(FILE, row, problems, MOST.changed);
    const run = read.requiredText('run');
    const changedAt = read.requiredText('changed_at');
    if (!read.broken && !runs.has(run)) {
      read.fail('run', `no run "${run}" in runs.csv`);
      continue;
    }
    if (!read.broken && isoTime(changedAt) === null) {
      read.fail('changed_at', `not an ISO 8601 time: "${changedAt}"`);
      continue;
    }
    if (read.broken) continue;
    changes.push({
      run,
      changedAt,
      who: read.text('who'),
      what: read.text('what'),
      was: read.text('was'),
      isNow: read.text('is_now'),
    });
  }
  return changes;
}
