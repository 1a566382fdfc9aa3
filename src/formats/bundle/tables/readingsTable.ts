import { inOwnUnit, isReadingQuantity, READING_QUANTITIES } from '@/core/responses/readingUnits';
import type { SpotReading } from '@/core/responses/spotReading';
import type { ProblemList } from '../../problem';
import { readTable } from '../../table';
import { inBounds, RowReader } from './rowReader';

const FILE = 'readings.csv';
const REQUIRED = ['run', 'quantity', 'place', 'value', 'unit'];

/** Spot readings by the run that they belong to, in the unit of their quantity; rows that cannot be used are listed. */
export function readReadings(
  bytes: Uint8Array,
  runs: ReadonlySet<string>,
  problems: ProblemList,
): Map<string, SpotReading[]> {
  const byRun = new Map<string, SpotReading[]>();
  const unitAt = new Map<string, { unit: string; line: number }>();
  for (const row of readTable(FILE, bytes, REQUIRED, problems).rows) {
    const read = new RowReader(FILE, row, problems);
    const run = read.requiredText('run');
    const quantity = read.requiredText('quantity');
    const place = read.requiredText('place');
    const unit = read.requiredText('unit');
    const value = read.requiredNumber('value', () => null);
    const rpm = read.number('rpm', inBounds('speedRpm'));
    if (read.broken || read.wrong.has('rpm')) continue;
    if (!isReadingQuantity(quantity)) {
      read.fail('quantity', `not one of ${READING_QUANTITIES.join(', ')}: "${quantity}"`);
      continue;
    }
    const own = inOwnUnit(quantity, value, unit);
    if ('wrong' in own) {
      read.fail(own.wrong, own.message);
      continue;
    }
    if (!runs.has(run)) {
      read.fail('run', `no run "${run}" in runs.csv: row left out`);
      continue;
    }
    const where = [run, quantity, place].join('\n');
    const before = unitAt.get(where);
    if (before && before.unit !== unit) {
      read.fail(
        'unit',
        `in ${before.unit} on line ${before.line}, and in ${unit} here: one unit a place of a run`,
      );
      continue;
    }
    unitAt.set(where, { unit, line: row.line });
    byRun.set(run, [...(byRun.get(run) ?? []), { quantity, place, value: own.value, rpm }]);
  }
  return byRun;
}
