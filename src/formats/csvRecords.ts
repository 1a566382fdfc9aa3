import { CsvError, parse, type Options } from 'csv-parse/sync';
import { MOST } from '@/core/bounds';

export interface CsvRecord {
  /** Physical line that it ends on, from 1. */
  line: number;
  cells: string[];
}

/** What keeps a text from being CSV, in words, with the line where it is known. */
export class NotCsv extends Error {
  constructor(
    message: string,
    readonly line: number | undefined,
  ) {
    super(message);
  }
}

/**
 * The lines of a text of cells, empty ones left out, of as many cells as each has.
 * @throws NotCsv
 */
export function csvRecords(text: string, options: Pick<Options, 'delimiter'> = {}): CsvRecord[] {
  const records: CsvRecord[] = [];
  try {
    parse(text, {
      ...options,
      bom: true,
      relax_column_count: true,
      relax_quotes: true,
      skip_empty_lines: true,
      max_record_size: MOST.line,
      on_record: (cells: string[], { lines }) => {
        records.push({ line: lines, cells });
        return null;
      },
    });
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    const isLong = error.code === 'CSV_MAX_RECORD_SIZE';
    throw new NotCsv(
      isLong ? `a row is longer than ${MOST.line} characters` : error.message,
      typeof error.lines === 'number' ? error.lines : undefined,
    );
  }
  return records;
}
