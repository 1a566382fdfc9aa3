import { stringify } from 'csv-stringify/sync';
import { safeText } from '../../safeText';

type Cell = string | number | boolean | null;

export interface FieldSchema {
  name: string;
  type: 'string' | 'number' | 'integer' | 'boolean' | 'datetime';
}

/** Numbers as they are, text safe for a spreadsheet, nothing for what is missing. */
export function table(columns: readonly string[], rows: readonly Record<string, Cell>[]): string {
  const cells = rows.map((row) =>
    columns.map((name) => {
      const value = row[name] ?? '';
      return typeof value === 'string' ? safeText(value) : String(value);
    }),
  );
  return stringify([columns.map(safeText), ...cells]);
}
