import { MOST } from '@/core/bounds';
import { isMissingCell, parseNumber, splitCells } from '../cells';
import { columnMeaning, type ColumnMeaning } from './columnMeaning';
import { timeForm } from './clockText';
import { findLogClock, type LogClock } from './logClock';
import { unitOf } from './headingUnit';

export interface LogDialect {
  delimiter: ',' | ';' | '\t';
  decimal: '.' | ',';
  headings: string[];
  meanings: ColumnMeaning[];
  clock: LogClock | null;
  /** Index of the first line of data among the lines given. */
  dataFrom: number;
}

/** Cells that stand as numbers or times, with either decimal sign. */
function looksLikeReading(cell: string): boolean {
  return parseNumber(cell) !== null || parseNumber(cell, ',') !== null || timeForm(cell) !== null;
}

function commonest(counts: readonly number[]): { count: number; share: number } {
  const tally = new Map<number, number>();
  for (const count of counts) tally.set(count, (tally.get(count) ?? 0) + 1);
  const [count, times] = [...tally].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0] ?? [1, 0];
  return { count, share: counts.length > 0 ? times / counts.length : 0 };
}

/** Tab before semicolon before comma: a comma between digits may be a decimal one, a tab never is. */
function findDelimiter(lines: readonly string[]): { delimiter: LogDialect['delimiter']; count: number } {
  for (const delimiter of ['\t', ';', ','] as const) {
    const { count, share } = commonest(lines.map((line) => splitCells(line, delimiter)?.length ?? 0));
    if (count > 1 && share >= 0.5) return { delimiter, count };
  }
  return { delimiter: ',', count: 1 };
}

function findDecimal(rows: readonly (readonly string[])[]): '.' | ',' {
  let commas = 0;
  let points = 0;
  for (const row of rows) {
    for (const cell of row) {
      if (/^\s*[+-]?\d+,\d+\s*$/.test(cell)) commas += 1;
      else if (/^\s*[+-]?\d*\.\d+\s*$/.test(cell)) points += 1;
    }
  }
  return commas > points ? ',' : '.';
}

function isHeading(cells: readonly string[], next: readonly string[] | undefined): boolean {
  if (cells.every((cell) => cell.trim() === '')) return false;
  const readings = cells.filter(looksLikeReading).length;
  const after = next ? next.filter((cell) => looksLikeReading(cell) || isMissingCell(cell)).length : 0;
  return readings === 0 || readings < after / 2;
}

/** Whether a line is a comment; a heading may begin with the same sign, as an index column "#". */
export function isComment(line: string): boolean {
  return line.startsWith('#');
}

/**
 * Understands a log from its first lines: delimiter, decimal sign, heading row, what each column means
 * and what tells the time. Null where there is no heading with data below it.
 */
export function findDialect(lines: readonly string[], further = false): LogDialect | null {
  const content = lines.filter((line) => line.trim() !== '' && !isComment(line));
  const { delimiter, count } = findDelimiter(content);
  const split = lines.map((line) => (line.trim() === '' ? null : splitCells(line, delimiter)));
  /** An empty line, or one with a quote left open, is no row. */
  const fits = (i: number) => split[i] !== null && Math.abs(split[i]!.length - count) <= 1;
  const next = (i: number) =>
    split.findIndex((cells, k) => k > i && cells !== null && fits(k) && !isComment(lines[k]!));
  let at = lines.findIndex(
    (line, i) => !isComment(line) && fits(i) && isHeading(split[i]!, split[next(i)] ?? undefined),
  );
  const firstData = lines.findIndex(
    (line, i) => !isComment(line) && fits(i) && split[i]!.some(looksLikeReading),
  );
  if (firstData < 0) return null;
  if (at < 0 || at > firstData) {
    // No heading among the plain lines: one that begins with "#", right above the data.
    at = firstData - 1;
    while (at >= 0 && !(isComment(lines[at]!) && fits(at))) at -= 1;
    if (at < 0) return null;
  }
  const headings = split[at]!.map((cell) => cell.trim());
  if (isComment(lines[at]!) && headings[0] !== '#') headings[0] = headings[0]!.replace(/^#\s*/, '');
  while (headings.length > 1 && headings[headings.length - 1] === '') headings.pop();
  if (headings.length > MOST.columns) return null;
  const second = next(at);
  const units = second >= 0 ? split[second]!.slice(0, headings.length).map((cell) => unitOf(cell)) : [];
  const named = units.filter((unit) => unit !== null).length;
  const isUnitsRow =
    named > 0 &&
    second >= 0 &&
    split[second]!.every((cell) => cell.trim() === '' || !looksLikeReading(cell)) &&
    named >= headings.length / 2;
  const dataFrom = isUnitsRow ? second + 1 : at + 1;
  const rows = split.filter(
    (cells, i): cells is string[] =>
      i >= dataFrom &&
      cells !== null &&
      !isComment(lines[i]!) &&
      cells.length >= headings.length &&
      cells.length <= headings.length + 1,
  );
  const decimal = findDecimal(rows);
  const meanings = headings.map((heading, i) => {
    const meaning = columnMeaning(heading, isUnitsRow ? units[i] : null, further);
    const cells = rows.map((row) => row[i]!).filter((cell) => !isMissingCell(cell));
    const numeric = cells.filter((cell) => parseNumber(cell, decimal) !== null).length;
    // A heading that fits over a column of words is no quantity.
    return cells.length > 0 && numeric < cells.length / 2
      ? { quantity: null, unit: null, factor: 1 }
      : meaning;
  });
  return { delimiter, decimal, headings, meanings, clock: findLogClock(rows, meanings, decimal), dataFrom };
}
