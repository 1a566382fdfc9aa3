import { BEYOND_ALL, curveEnds } from '@/core/curves/shown/curveEnds';
import { responseOf, type Response } from '../responses/responses';
import { isIdle, loadKey, type Load } from '../runs/load';
import { rankAtLine } from './rankAtLine';
import type { SideColumn } from './sideColumn';
import type { RuledCurves } from './ways';

/** Place of a column that stands at no line: each at its quietest. */
export const QUIETEST = 'quietest';
const LEVEL = { ...responseOf('level')!, name: 'Noise' };

/** The curves of a response at one load. */
export interface SideLoad extends RuledCurves {
  load: Load;
  label: string;
}

/** What was measured of a response at a place, load by load. */
export interface SideOrder {
  response: SideColumn['response'] & Pick<Response, 'besideAll'>;
  place: string;
  loads: readonly SideLoad[];
}

/** Where entries are set side by side: all at one noise, or each at its fastest. */
export type SideAt = { by: 'noise'; lineDb: number } | { by: 'full' };

function columnOf(
  entries: readonly string[],
  { load, label, rule, curves }: SideLoad,
  { id, name, unit, decimals, better }: SideColumn['response'],
  { place, lineDb }: { place: string; lineDb: number },
): SideColumn | null {
  const ranking = rankAtLine(curves, { ...rule, lineDb });
  if (ranking.placed.length === 0) return null;
  const placed = new Map(ranking.placed.map((entry) => [entry.entry, entry]));
  const reasons = new Map(ranking.notPlaced.map((entry) => [entry.entry, entry.reason]));
  return {
    key: [id, place, loadKey(load)].join('@'),
    response: { id, name, unit, decimals, better },
    place,
    load: label,
    cells: entries.map((entry) => {
      const found = placed.get(entry);
      if (!found) return { entry, placed: null, reason: reasons.get(entry) ?? 'not measured' };
      const { value, interval95, doubt, shared, placeFrom, placeTo, levelDb, status } = found;
      return {
        entry,
        placed: { value, interval95, doubt, shared, placeFrom, placeTo, levelDb, status },
        reason: '',
      };
    }),
  };
}

const endsOf = (load: SideLoad, end: 'first' | 'last'): SideLoad => ({
  ...load,
  curves: curveEnds(load.curves, end),
});

/** How loud entries are: with nothing to cool at their quietest, and at full speed where that is asked for. */
const levelColumns = (entries: readonly string[], level: SideOrder | undefined, at: SideAt): SideColumn[] =>
  (level?.loads ?? []).flatMap((load) => {
    const beyond = (end: 'first' | 'last', place: string) =>
      columnOf(entries, endsOf(load, end), LEVEL, { place, lineDb: BEYOND_ALL }) ?? [];
    if (at.by === 'full') return beyond('last', '');
    return isIdle(load.load) ? beyond('first', QUIETEST) : [];
  });

/**
 * All that entries were measured by: a column for each response, place and load, and how loud they are.
 *
 * @example sideColumns(['a'], [], { by: 'full' }) → []
 */
export function sideColumns(
  entries: readonly string[],
  orders: readonly SideOrder[],
  at: SideAt,
): SideColumn[] {
  const lineDb = at.by === 'noise' ? at.lineDb : BEYOND_ALL;
  const columns = orders
    .filter(({ response }) => response.besideAll)
    .flatMap(({ response, place, loads }) =>
      loads.flatMap(
        (load) =>
          columnOf(entries, at.by === 'full' ? endsOf(load, 'last') : load, response, { place, lineDb }) ??
          [],
      ),
    );
  if (columns.length === 0) return [];
  const level = orders.find(({ response }) => response.id === LEVEL.id);
  return [...columns, ...levelColumns(entries, level, at)];
}
