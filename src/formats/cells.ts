import { parse } from 'csv-parse/sync';

/**
 * Cells of one physical line. Lines without quotes, nearly all of a log, need no parser; the others go
 * through the library's. Null where a quote is left open.
 */
export function splitCells(line: string, delimiter: string): string[] | null {
  if (!line.includes('"')) return line.split(delimiter);
  try {
    const rows = parse(line, { delimiter, relax_column_count: true, relax_quotes: true }) as string[][];
    return rows.length === 1 ? rows[0]! : null;
  } catch {
    return null;
  }
}

const MISSING_WORDS = new Set(['', '-', '--', '–', '—', 'n/a', 'na', 'nan', 'null']);

/** A cell that says that there is no reading. */
export function isMissingCell(cell: string): boolean {
  return MISSING_WORDS.has(cell.trim().toLowerCase());
}

const NUMBER = /^[+\-−]?(\d+(\.\d*)?|\.\d+)(e[+-]?\d+)?$/i;

/** A decimal number, or null where the cell holds anything else. */
export function parseNumber(cell: string, decimal: '.' | ',' = '.'): number | null {
  let text = cell.trim();
  if (decimal === ',') {
    if (text.includes('.')) return null;
    text = text.replace(',', '.');
  }
  if (!NUMBER.test(text)) return null;
  return Number(text.replace('−', '-'));
}
