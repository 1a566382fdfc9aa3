import { BOUNDS, MOST, outOfBounds, unfitText, type Bound } from '@/core/bounds';
import { isMissingCell, parseNumber } from '../../cells';
import type { ProblemList } from '../../problem';
import type { TableRow } from '../../table';

/** Reads the cells of one row and gathers what is wrong with it. */
export class RowReader {
  /** A broken cell that the row cannot do without. */
  broken = false;
  /** Columns in which something is wrong. */
  readonly wrong = new Set<string>();

  constructor(
    private readonly file: string,
    private readonly row: TableRow,
    private readonly problems: ProblemList,
    private readonly mostText: number = MOST.text,
  ) {}

  fail(column: string, message: string): void {
    this.wrong.add(column);
    this.problems.push({ file: this.file, line: this.row.line, column, message });
  }

  private failRow(column: string, message: string): void {
    this.fail(column, message);
    this.broken = true;
  }

  /** A text that can be kept; one that cannot is listed, and breaks the row. */
  text(column: string): string {
    const value = this.row.cells[column] ?? '';
    const wrong = unfitText(value, this.mostText);
    if (wrong === null) return value;
    this.failRow(column, `the text ${wrong}`);
    return '';
  }

  requiredText(column: string): string {
    const value = this.text(column);
    if (value === '') this.failRow(column, 'empty: a value was expected');
    return value;
  }

  /** A number where there is one; a broken cell is listed and the row goes on without. */
  number(column: string, check: (value: number) => string | null = () => null): number | null {
    const cell = this.text(column);
    if (isMissingCell(cell)) return null;
    const value = parseNumber(cell);
    if (value === null || !Number.isFinite(value)) {
      this.fail(column, `not a number: "${cell}"`);
      return null;
    }
    const wrong = check(value);
    if (wrong) {
      this.fail(column, `${wrong}: ${cell}`);
      return null;
    }
    return value;
  }

  /** A number that the row cannot do without. */
  requiredNumber(column: string, check: (value: number) => string | null = () => null): number {
    const value = this.number(column, check);
    if (value !== null) return value;
    if (!this.wrong.has(column)) this.fail(column, 'empty: a number was expected');
    this.broken = true;
    return 0;
  }
}

export const inBounds = (bound: Bound) => (value: number) => outOfBounds(bound, value);

export const counting = (what: string) => (value: number) =>
  Number.isInteger(value) && outOfBounds('count', value) === null
    ? null
    : `${what} must be a whole number from 1 to ${BOUNDS.count.max}`;
