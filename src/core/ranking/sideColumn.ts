import { partName, type Response } from '../responses/responses';
import type { PlacedEntry } from './rankAtLine';

/** What an entry came to in a column; null where it has no place there, with the reason. */
export interface SideCell {
  entry: string;
  placed: Pick<
    PlacedEntry,
    'value' | 'interval95' | 'doubt' | 'shared' | 'placeFrom' | 'placeTo' | 'levelDb' | 'status'
  > | null;
  reason: string;
}

/** One response at one load and place, every entry at the same level. */
export interface SideColumn {
  key: string;
  response: Pick<Response, 'id' | 'name' | 'unit' | 'decimals' | 'better'>;
  place: string;
  load: string;
  cells: SideCell[];
}

/**
 * A column in words: “Graphics card, 90 W + 220 W graphics”.
 *
 * Example: ‘Graphics card, 90 W + 220 W graphics’.
 */
export function columnName({
  response,
  place,
  load,
}: Pick<SideColumn, 'response' | 'place' | 'load'>): string {
  return [partName(response), place, load].filter(Boolean).join(', ');
}

/**
 * Whether all that stand in a column read the same, as it is written: that tells nobody from anybody.
 *
 * Example: clocks of 4,200.1 and 4,199.9 MHz, written without decimals.
 */
export function readsAlike({ cells, response }: Pick<SideColumn, 'cells' | 'response'>): boolean {
  const values = cells.flatMap(({ placed }) => (placed ? [placed.value.toFixed(response.decimals)] : []));
  return cells.length > 1 && new Set(values).size === 1;
}

/**
 * The places of each column by entry, for a table that stands beside it: “1”, “2–3”.
 *
 * @example placesIn([]) → {}
 */
export function placesIn(columns: readonly SideColumn[]): Record<string, Record<string, [number, number]>> {
  return Object.fromEntries(
    columns.map(({ key, cells }) => [
      key,
      Object.fromEntries(
        cells.flatMap(({ entry, placed }) => (placed ? [[entry, [placed.placeFrom, placed.placeTo]]] : [])),
      ),
    ]),
  );
}
