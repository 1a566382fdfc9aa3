import { outOfBounds, type Bound } from '@/core/bounds';
import { MISSING } from '@/core/missing';
import { isMissingCell, parseNumber, splitCells } from '../cells';
import { findDialect, isComment, type LogDialect } from './logDialect';
import { onNearestDay } from './logClock';
import { channelOf, FAN_SPEEDS, type Quantity, type Unit } from '@/core/channels/channels';

export interface LogColumn {
  header: string;
  quantity: Quantity | null;
  unit: Unit | null;
}

export interface LogProblem {
  line: number;
  column?: string | undefined;
  message: string;
}

/** One kept row: its time, s (NaN where missing), and a reading for each known column, in our units. */
export interface LogSample {
  timeS: number;
  values: Float64Array;
}

export interface LogSink {
  /** Called once, before the first sample. */
  columns?(columns: LogColumn[], measured: MeasuredColumn[]): void;
  /** The sample is reused for the next row: copy what is to stay. */
  sample(sample: LogSample): void;
}

/** A known column that counts: the first of its quantity. Its readings stand at its place in `values`. */
export interface MeasuredColumn {
  column: number;
  quantity: Quantity;
}

interface PendingProblem extends LogProblem {
  noData: boolean;
}

/** Lines looked at before a log's dialect is settled. */
const HEAD_LINES = 200;
const MOST_PROBLEMS = 500;

function toOurUnit(value: number, unit: Unit | null, factor: number): number {
  return unit === 'degF' ? ((value - 32) * 5) / 9 : value * factor;
}

/** What a reviewer said a column means; null where it is only kept. */
export interface RememberedColumn {
  quantity: Quantity | null;
  unit: Unit | null;
}

/** Logs with the same headings are read alike. */
export function headingsKey(headings: readonly string[]): string {
  return headings.join('\u001f');
}

function applyRemembered(dialect: LogDialect, columns: readonly RememberedColumn[] | undefined): void {
  if (!columns || columns.length !== dialect.meanings.length) return;
  dialect.meanings = dialect.meanings.map((own, i) => {
    const { quantity, unit } = columns[i]!;
    if (quantity === 'time' || own.quantity === 'time') return own;
    // A factor belongs to the heading's own unit (kW, say); another unit stands for itself.
    return { quantity, unit, factor: unit === own.unit ? own.factor : 1 };
  });
}

/** Of several columns of fan speed the first is the first fan's, the next the second's. */
function numberFans(dialect: LogDialect): void {
  let fans = 0;
  dialect.meanings = dialect.meanings.map((meaning) => {
    if (meaning.quantity !== 'fan_speed') return meaning;
    const quantity = FAN_SPEEDS[fans];
    fans += 1;
    return quantity ? { ...meaning, quantity } : { quantity: null, unit: null, factor: 1 };
  });
}

/**
 * Reads a raw instrument log line by line, in constant memory: `push` each physical line in order, then
 * `end`. A broken row is skipped and listed, never guessed (FORMATS, `./abanico read`).
 */
export class LogReader {
  dialect: LogDialect | null = null;
  columns: LogColumn[] = [];
  measured: MeasuredColumn[] = [];
  samples = 0;
  firstTimeS = MISSING;
  lastTimeS = MISSING;
  readonly problems: LogProblem[] = [];
  /** Problems beyond those listed. */
  unlisted = 0;

  private bounds: Bound[] = [];
  private head: string[] | null = [];
  private line = 0;
  private before = -Infinity;
  private pending: PendingProblem[] = [];
  private row: LogSample = { timeS: MISSING, values: new Float64Array(0) };

  /**
   * `remembered`: what the columns of logs with these headings mean, by `headingsKey`, over our own reading. `further`:
   * an import, which knows more places, and several fans.
   */
  constructor(
    private readonly sink: LogSink,
    private readonly remembered: ReadonlyMap<string, readonly RememberedColumn[]> = new Map(),
    private readonly further = false,
  ) {}

  push(text: string): void {
    if (this.head) {
      this.head.push(text);
      if (this.head.length >= HEAD_LINES) this.settle();
      return;
    }
    this.line += 1;
    this.read(text);
  }

  /** False where no heading with data below it was found. */
  end(): boolean {
    if (this.head) this.settle();
    this.flush(true);
    return this.dialect !== null;
  }

  private settle(): void {
    const head = this.head!;
    this.head = null;
    this.dialect = findDialect(head, this.further);
    if (!this.dialect) {
      // Nothing to read by: the rest is not looked at.
      this.line = head.length;
      return;
    }
    applyRemembered(this.dialect, this.remembered.get(headingsKey(this.dialect.headings)));
    if (this.further) numberFans(this.dialect);
    this.describe(this.dialect);
    this.line = this.dialect.dataFrom;
    for (const text of head.slice(this.dialect.dataFrom)) {
      this.line += 1;
      this.read(text);
    }
  }

  private describe({ headings, meanings, clock }: LogDialect): void {
    this.columns = headings.map((header, i) => {
      if (clock?.columns.includes(i)) return { header, quantity: 'time', unit: 's' };
      const { quantity, unit } = meanings[i]!;
      return quantity === 'time' ? { header, quantity: null, unit: null } : { header, quantity, unit };
    });
    this.columns.forEach(({ quantity }, column) => {
      if (!quantity || quantity === 'time') return;
      if (!this.measured.some((column) => column.quantity === quantity))
        this.measured.push({ column, quantity });
    });
    this.bounds = this.measured.map(({ quantity }) => channelOf(quantity).bound);
    this.row.values = new Float64Array(this.measured.length);
    this.sink.columns?.(this.columns, this.measured);
  }

  private fail(line: number, cells: readonly string[] | null, message: string, column?: number): void {
    const first = cells?.find((cell) => cell.trim() !== '')?.trim() ?? '';
    const problem: PendingProblem = {
      line,
      message: `${message}: row skipped`,
      noData: !/^[+\-−.]?\d/.test(first),
    };
    if (column !== undefined) problem.column = this.dialect!.headings[column];
    this.pending.push(problem);
    if (this.pending.length > MOST_PROBLEMS) this.flush(false);
  }

  /** Bad rows wait until it is sure that they are no closing lines, which are no data and no problem. */
  private flush(atEnd: boolean): void {
    for (const { noData, ...problem } of this.pending) {
      if (atEnd && noData) continue;
      if (this.problems.length < MOST_PROBLEMS) this.problems.push(problem);
      else this.unlisted += 1;
    }
    this.pending = [];
  }

  private read(text: string): void {
    const dialect = this.dialect;
    if (!dialect || text === '' || isComment(text)) return;
    const { headings, clock, decimal, delimiter, meanings } = dialect;
    const cells = splitCells(text, delimiter);
    if (!cells) return this.fail(this.line, null, 'a quote is left open');
    const count = cells.length;
    const spare = count === headings.length + 1 && cells[count - 1]!.trim() === '';
    if (count !== headings.length && !spare) {
      if (text.trim() === '') return;
      return this.fail(this.line, cells, `${count} cells, ${headings.length} expected`);
    }
    for (let i = 0; i < this.measured.length; i += 1) {
      const { column } = this.measured[i]!;
      const cell = cells[column]!;
      const value = parseNumber(cell, decimal);
      if (value !== null) {
        const { unit, factor } = meanings[column]!;
        const reading = toOurUnit(value, unit, factor);
        const wrong = outOfBounds(this.bounds[i]!, reading);
        if (wrong) return this.fail(this.line, cells, `${wrong}, got ${cell.trim().slice(0, 40)}`, column);
        this.row.values[i] = reading;
      } else if (isMissingCell(cell)) this.row.values[i] = MISSING;
      else return this.fail(this.line, cells, `not a number: "${cell.trim().slice(0, 60)}"`, column);
    }
    if (clock) {
      let time = clock.read(cells);
      if (time === null) {
        const column = clock.columns[clock.columns.length - 1]!;
        return this.fail(this.line, cells, `not a time: "${cells[column]!.trim().slice(0, 60)}"`, column);
      }
      if (!Number.isNaN(time)) {
        if (clock.wraps) time = onNearestDay(time, this.before);
        if (time < this.before) {
          const back = Number((this.before - time).toFixed(3));
          return this.fail(this.line, cells, `the time steps back by ${back} s`, clock.columns[0]);
        }
        this.before = time;
        if (Number.isNaN(this.firstTimeS)) this.firstTimeS = time;
        this.lastTimeS = time;
      }
      this.row.timeS = time;
    }
    if (cells.every((cell) => cell.trim() === '')) return;
    if (this.pending.length > 0) this.flush(false);
    this.samples += 1;
    this.sink.sample(this.row);
  }
}
