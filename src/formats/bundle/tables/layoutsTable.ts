import {
  ANY_CASE,
  CASE_PLACES,
  layoutProblem,
  slotName,
  type CasePlace,
  type CaseSide,
  type LayoutFan,
} from '@/core/cases/layout';
import type { ProblemList } from '../../problem';
import { readTable } from '../../table';
import { inBounds, RowReader } from './rowReader';

const FILE = 'layouts.csv';
const REQUIRED = ['entry', 'place', 'slot', 'direction', 'fan'];

/** Fans in their slots by the entry that they belong to; rows that do not go into the case's sides are listed. */
export function readLayouts(
  bytes: Uint8Array,
  entries: ReadonlySet<string>,
  problems: ProblemList,
  sides: readonly CaseSide[] = ANY_CASE,
): Map<string, LayoutFan[]> {
  const byEntry = new Map<string, LayoutFan[]>();
  for (const row of readTable(FILE, bytes, REQUIRED, problems).rows) {
    const read = new RowReader(FILE, row, problems);
    const entry = read.requiredText('entry');
    const place = read.requiredText('place') as CasePlace;
    const slot = read.requiredNumber('slot', (n) => (Number.isInteger(n) ? null : 'not a whole number'));
    const direction = read.requiredText('direction') as LayoutFan['direction'];
    const fan = read.requiredText('fan');
    const sizeMm = read.number('size_mm', inBounds('clearanceMm'));
    const dutyPct = read.number('duty_pct', inBounds('dutyPct'));
    if (read.broken) continue;
    const fail = (column: string, message: string) => read.fail(column, `${message}: row left out`);
    if (!entries.has(entry)) {
      fail('entry', `no entry "${entry}" in entries.csv`);
      continue;
    }
    if (!CASE_PLACES.includes(place)) {
      fail('place', `not one of ${CASE_PLACES.join(', ')}: "${place}"`);
      continue;
    }
    if (direction !== 'in' && direction !== 'out') {
      fail('direction', `in or out expected: "${String(direction)}"`);
      continue;
    }
    const next: LayoutFan = { place, slot, direction, fan, sizeMm, dutyPct };
    const before = byEntry.get(entry) ?? [];
    const wrong = layoutProblem([...before, next], sides);
    if (wrong) {
      fail('slot', `${slotName(next)}: ${wrong}`);
      continue;
    }
    byEntry.set(entry, [...before, next]);
  }
  return byEntry;
}
