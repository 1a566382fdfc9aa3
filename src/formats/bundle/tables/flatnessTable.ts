import type { PlatePoint } from '@/core/plate/flatness';
import type { ProblemList } from '../../problem';
import { readTable } from '../../table';
import { MOST_PLATE_POINTS } from '@/contracts/sheets/plateSheet';
import { RowReader } from './rowReader';

const FILE = 'flatness.csv';
const REQUIRED = ['entry', 'x_mm', 'y_mm', 'depth_um'];

const within = (least: number, most: number, words: string) => (value: number) =>
  value >= least && value <= most ? null : words;
const place = within(-500, 500, 'a place on a plate lies within 500 mm');
const depth = within(-5000, 5000, 'a depth lies within 5,000 µm of where it is counted from');

/** Places of plates by the entry that they belong to; rows that cannot be used are listed, and a grid that is none. */
export function readFlatness(
  bytes: Uint8Array,
  entries: ReadonlySet<string>,
  problems: ProblemList,
): Map<string, PlatePoint[]> {
  const byEntry = new Map<string, PlatePoint[]>();
  const lineOf = new Map<string, number>();
  for (const row of readTable(FILE, bytes, REQUIRED, problems).rows) {
    const read = new RowReader(FILE, row, problems);
    const entry = read.requiredText('entry');
    const xMm = read.requiredNumber('x_mm', place);
    const yMm = read.requiredNumber('y_mm', place);
    const depthUm = read.requiredNumber('depth_um', depth);
    if (read.broken) continue;
    if (!entries.has(entry)) {
      read.fail('entry', `no entry "${entry}" in entries.csv: row left out`);
      continue;
    }
    const where = `${entry} ${xMm} ${yMm}`;
    const twin = lineOf.get(where);
    if (twin !== undefined) {
      read.fail('x_mm', `the place ${xMm}, ${yMm} mm is on line ${twin} already: row left out`);
      continue;
    }
    lineOf.set(where, row.line);
    const points = byEntry.get(entry) ?? [];
    if (points.length === MOST_PLATE_POINTS) {
      read.fail('entry', `more than ${MOST_PLATE_POINTS} places of one plate: row left out`);
      continue;
    }
    points.push({ xMm, yMm, depthUm });
    byEntry.set(entry, points);
  }
  for (const [entry, points] of byEntry) {
    if (points.length >= 4) continue;
    const message = `"${entry}": ${points.length} ${points.length === 1 ? 'place is' : 'places are'} no grid, four at least`;
    problems.push({ file: FILE, column: 'entry', message });
    byEntry.delete(entry);
  }
  return byEntry;
}
