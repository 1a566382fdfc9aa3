import { csvRecords, NotCsv, type CsvRecord } from './csvRecords';
import { UnusableInput } from './problem';

export interface PastedBlock {
  /** Of its columns; empty texts where the block has no line of headings. */
  headings: string[];
  rows: {
    /** Line within the block, from 1. */
    line: number;
    cells: string[];
  }[];
}

const FILE = 'what was pasted';
const MOST_ROWS = 2000;

/** A number as spreadsheets copy it: decimal comma or point, blanks between thousands, a unit behind; null where it is none. */
export function pastedNumber(cell: string): number | null {
  const plain = cell
    .normalize('NFKC')
    .replace(/\u2212/g, '-')
    .trim();
  const found = /^([-+]?[\d ]*\d(?:[.,]\d+)?)\s*(?:[^\d\s.,][^\d.,]*)?$/.exec(plain);
  if (!found) return null;
  const value = Number(found[1]!.replace(/ /g, '').replace(',', '.'));
  return Number.isFinite(value) ? value : null;
}

function delimiterOf(text: string): string {
  if (text.includes('\t')) return '\t';
  return text.includes(';') ? ';' : ',';
}

/** The first line names the columns where it has fewer numbers than the second. */
function hasHeadings([first, second]: readonly string[][]): boolean {
  if (!first) return false;
  const numbers = (cells: readonly string[]) => cells.filter((cell) => pastedNumber(cell) !== null).length;
  return second ? numbers(first) < numbers(second) || numbers(first) === 0 : false;
}

function recordsOf(text: string): CsvRecord[] {
  try {
    return csvRecords(text, { delimiter: delimiterOf(text) });
  } catch (error) {
    if (!(error instanceof NotCsv)) throw error;
    throw new UnusableInput({ file: FILE, message: `no block of cells: ${error.message}` });
  }
}

/**
 * A block of cells from a spreadsheet: lines of cells with tabs between (or semicolons, or commas), empty lines left out.
 * @throws UnusableInput where it is none
 */
export function readPasted(text: string): PastedBlock {
  const lines = recordsOf(text)
    .map(({ line, cells }) => ({ line, cells: cells.map((cell) => cell.trim()) }))
    .filter(({ cells }) => cells.some(Boolean));
  if (lines.length === 0) throw new UnusableInput({ file: FILE, message: 'nothing is in it' });
  if (lines.length > MOST_ROWS)
    throw new UnusableInput({ file: FILE, message: `more than ${MOST_ROWS} lines: import a bundle instead` });
  const isHeaded = hasHeadings(lines.map(({ cells }) => cells));
  const rows = isHeaded ? lines.slice(1) : lines;
  const width = Math.max(...lines.map(({ cells }) => cells.length));
  const whole = (cells: string[]) => Array.from({ length: width }, (_, i) => cells[i] ?? '');
  return {
    headings: whole(isHeaded ? lines[0]!.cells : []),
    rows: rows.map(({ line, cells }) => ({ line, cells: whole(cells) })),
  };
}
