import { csvRecords, NotCsv, type CsvRecord } from './csvRecords';
import { fromSafeText } from './safeText';
import { MOST } from '@/core/bounds';
import { UnusableInput, type ProblemList } from './problem';

export interface TableRow {
  /** Physical line of the file from 1. */
  line: number;
  cells: Record<string, string>;
}

export interface Table {
  headings: string[];
  rows: TableRow[];
}

function recordsOf(file: string, text: string): CsvRecord[] {
  try {
    return csvRecords(text);
  } catch (error) {
    if (!(error instanceof NotCsv)) throw error;
    throw new UnusableInput({
      file,
      line: error.line,
      message: `not a readable CSV table: ${error.message}`,
    });
  }
}

/** Lines that are not empty, up to a number; the last one need not end. */
function countLines(bytes: Uint8Array, most: number): number {
  const last = bytes[bytes.length - 1];
  let count = last === undefined || last === 10 || last === 13 ? 0 : 1;
  for (let at = bytes.indexOf(10); at >= 0 && count < most; at = bytes.indexOf(10, at + 1)) {
    if (at > 0 && bytes[at - 1] !== 10 && bytes[at - 1] !== 13) count += 1;
    else if (at > 1 && bytes[at - 1] === 13 && bytes[at - 2] !== 10) count += 1;
  }
  return count;
}

function decode(file: string, bytes: Uint8Array): string {
  try {
    // A zero byte is no text, and no database takes it.
    if (!bytes.includes(0)) return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    // told below
  }
  throw new UnusableInput({ file, message: 'not UTF-8 text' });
}

/**
 * A table of the bundle: UTF-8, comma, decimal point, one heading row (RFC 4180). A row with the wrong
 * number of cells is left out and listed.
 *
 * @throws UnusableInput where it is no CSV, has more rows than a bench writes, or a required column is missing
 */
export function readTable(
  file: string,
  bytes: Uint8Array,
  required: readonly string[],
  problems: ProblemList,
  mostRows: number = MOST.runs,
): Table {
  // Counted before anything is made of them.
  const lines = countLines(bytes, mostRows + 2);
  if (lines > mostRows + 1)
    throw new UnusableInput({
      file,
      message: `more than ${mostRows.toLocaleString('en')} rows: import it in parts`,
    });
  const records = recordsOf(file, decode(file, bytes));
  const heading = records.shift();
  if (!heading) throw new UnusableInput({ file, line: 1, message: 'empty: a heading row was expected' });
  const headings = heading.cells.map((cell) => fromSafeText(cell.trim()));
  while (headings.length > 1 && headings[headings.length - 1] === '') headings.pop();
  if (headings.length > MOST.columns)
    throw new UnusableInput({
      file,
      line: 1,
      message: `${headings.length} columns: at most ${MOST.columns} are taken`,
    });
  for (const column of required) {
    if (!headings.includes(column)) {
      throw new UnusableInput({ file, line: 1, column, message: `required column "${column}" is missing` });
    }
  }
  const rows: TableRow[] = [];
  for (const { cells: record, line: lastLine } of records) {
    const line = lastLine - record.reduce((sum, cell) => sum + (cell.match(/\n/g)?.length ?? 0), 0);
    const spare = record.length === headings.length + 1 && record[headings.length] === '';
    if (record.length !== headings.length && !spare) {
      problems.push({
        file,
        line,
        message: `${record.length} cells, ${headings.length} expected: row left out`,
      });
      continue;
    }
    const cells: Record<string, string> = Object.create(null);
    // Of two columns with one heading the first counts.
    headings.forEach((name, i) => (cells[name] ??= fromSafeText(record[i]!.trim())));
    rows.push({ line, cells });
  }
  return { headings, rows };
}
