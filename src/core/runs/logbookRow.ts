import { lastResult } from '../lastResult';
import type { RunState } from './runState';

/** A run as the logbook lists it. */
export interface LogbookRow {
  id: number;
  label: string;
  entry: string;
  product: string;
  position: number;
  load: string;
  loadLabel: string;
  loadW: number;
  setting: string;
  pass: number;
  mount: number;
  noiseDb: number;
  floorDb: number;
  levelDb: number;
  isUpperBound: boolean;
  ambientC: number;
  powerW: number;
  powerMeasured: boolean;
  riseK: number;
  resistanceKPerW: number | null;
  state: RunState;
  flagged: boolean;
  notes: string;
  /** Why it does not count; empty where it does. */
  setAside: string;
  version: number;
  /** Values of the columns that were chosen, in their order; null where a run has none. */
  values: (number | null)[];
}

/** A value of a run that the logbook can show as a column. */
export interface ValueColumn {
  /** Response and place, as they stand in the address. */
  key: string;
  name: string;
  unit: string;
  decimals: number;
}

/**
 * Rows as one text: the names once, then the values of each row. Thousands of objects cross to the browser far
 * quicker so. Digits that no column shows are dropped.
 *
 * @example packRows([]) → '{"names":[],"rows":[]}'
 */
export function packRows(rows: readonly LogbookRow[]): string {
  const names = Object.keys(rows[0] ?? {}) as (keyof LogbookRow)[];
  const shown = (value: unknown) =>
    typeof value === 'number' && !Number.isInteger(value) && !Number.isNaN(value)
      ? Number(value.toPrecision(6))
      : value;
  return JSON.stringify({ names, rows: rows.map((row) => names.map((name) => shown(row[name]))) });
}

function unpacked(packed: string): LogbookRow[] {
  const { names, rows } = JSON.parse(packed) as { names: string[]; rows: unknown[][] };
  const shape = Object.fromEntries(names.map((name) => [name, null]));
  // A copy of one shape keeps all rows alike to the engine: several times quicker than building each by names.
  return rows.map((values) => {
    const row: Record<string, unknown> = { ...shape };
    for (let i = 0; i < names.length; i += 1) row[names[i]!] = values[i];
    return row as unknown as LogbookRow;
  });
}

/** The rows again; the last text is remembered, since a server draws one page for many. */
export const unpackRows = lastResult(unpacked);
