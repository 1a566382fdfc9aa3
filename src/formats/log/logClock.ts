import { isMissingCell, parseNumber } from '../cells';
import {
  clockSeconds,
  dateSeconds,
  isMonthFirst,
  momentSeconds,
  shortClockSeconds,
  timeForm,
  type TimeForm,
} from './clockText';
import type { ColumnMeaning } from './columnMeaning';

const DAY_S = 86_400;
/** Numbers this large are not seconds since the start but since 1970. */
const EPOCH_MS = 1e11;

export interface LogClock {
  /** Columns that make up the time: one, or a date and a clock. */
  columns: number[];
  /** Seconds of a row; null where a cell is broken, NaN where it is missing. */
  read(cells: readonly string[]): number | null;
  /** Whether the clock has no date and may pass midnight. */
  wraps: boolean;
}

type Form = TimeForm | null;

function formOf(cells: readonly string[]): Form {
  const present = cells.filter((cell) => !isMissingCell(cell));
  if (present.length === 0) return null;
  for (const form of ['clock', 'minutes', 'date', 'moment'] as const) {
    if (present.filter((cell) => timeForm(cell) === form).length > present.length / 2) return form;
  }
  return null;
}

function clockReader(form: 'clock' | 'minutes', sample: readonly string[]): (cell: string) => number | null {
  if (form === 'clock') return clockSeconds;
  // hh:mm stands still for a minute; mm:ss moves on with nearly every row.
  const repeats = sample.filter((cell, i) => i > 0 && cell === sample[i - 1]).length;
  const hours = repeats > sample.length / 2;
  return (cell) => shortClockSeconds(cell, hours);
}

function single(column: number, wraps: boolean, read: (cell: string) => number | null): LogClock {
  return {
    columns: [column],
    wraps,
    read: (cells) => (isMissingCell(cells[column]!) ? Number.NaN : read(cells[column]!.trim())),
  };
}

function numberClock(
  column: number,
  meaning: ColumnMeaning,
  decimal: '.' | ',',
  sample: readonly string[],
): LogClock {
  const first = sample.map((cell) => parseNumber(cell, decimal)).find((value) => value !== null) ?? 0;
  const factor = Math.abs(first) >= EPOCH_MS ? 0.001 : meaning.factor;
  return single(column, false, (cell) => {
    const value = parseNumber(cell, decimal);
    return value === null ? null : value * factor;
  });
}

/** Milliseconds since 1970, whatever the heading: no other reading of a bench is as large. */
function isEpoch(cells: readonly string[]): boolean {
  const values = cells.filter((cell) => /^\d{12,14}(\.0*)?$/.test(cell)).length;
  return values > 0 && values > cells.length / 2;
}

/**
 * Finds what tells the time in a log: the first of a moment in one cell, a date with a clock, a clock
 * alone, or a number under a heading that says time. Null where nothing does.
 */
export function findLogClock(
  rows: readonly (readonly string[])[],
  meanings: readonly ColumnMeaning[],
  decimal: '.' | ',',
): LogClock | null {
  const columns = meanings.map((_, i) => rows.map((row) => (row[i] ?? '').trim()));
  const forms = columns.map(formOf);
  const monthFirst = columns.some(
    (cells, i) => (forms[i] === 'date' || forms[i] === 'moment') && isMonthFirst(cells),
  );
  const clockAt = forms.findIndex((form) => form === 'clock' || form === 'minutes');
  const dateAt = forms.indexOf('date');
  for (let i = 0; i < meanings.length; i += 1) {
    const form = forms[i];
    if (form === 'moment') return single(i, false, (cell) => momentSeconds(cell, monthFirst));
    if (form === 'clock' || form === 'minutes' || (form === 'date' && clockAt >= 0)) {
      const readClock = clockReader(forms[clockAt] as 'clock' | 'minutes', columns[clockAt]!);
      if (dateAt < 0) return single(i, true, readClock);
      return {
        columns: [dateAt, clockAt],
        wraps: false,
        read: (cells) => {
          if (isMissingCell(cells[dateAt]!) || isMissingCell(cells[clockAt]!)) return Number.NaN;
          const date = dateSeconds(cells[dateAt]!.trim(), monthFirst);
          const clock = readClock(cells[clockAt]!.trim());
          return date === null || clock === null ? null : date + clock;
        },
      };
    }
    const isTime = meanings[i]!.quantity === 'time' || (!meanings[i]!.quantity && isEpoch(columns[i]!));
    if (isTime && form !== 'date') return numberClock(i, meanings[i]!, decimal, columns[i]!);
  }
  return null;
}

/** Puts a clock without a date on the day that lies nearest to the row before. */
export function onNearestDay(seconds: number, before: number): number {
  if (!Number.isFinite(before)) return seconds;
  return seconds + DAY_S * Math.max(0, Math.round((before - seconds) / DAY_S));
}
