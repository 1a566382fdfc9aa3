import { BEYOND_ALL, curveEnds } from '@/core/curves/curveEnds';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import type { SideColumn } from '@/core/ranking/sideColumn';
import { responseOf, type Response } from '@/core/responses/responses';
import { isIdle, loadKey } from '@/core/runs/load';
import { allValues, availableResponses, viewResponse, type ValueSource } from '../model/responseView';
import type { LoadCurves, RoundUpView } from '../model/roundUpView';

/** Place of a column that stands at no line: each at its quietest. */
export const QUIETEST = 'quietest';
const LEVEL = { ...responseOf('level')!, name: 'Noise' };

function columnOf(
  view: RoundUpView,
  { load, label, rule, curves }: LoadCurves,
  response: Response,
  place: string,
  lineDb: number,
): SideColumn | null {
  const ranking = rankAtLine(curves, { ...rule, lineDb });
  if (ranking.placed.length === 0) return null;
  const placed = new Map(ranking.placed.map((entry) => [entry.entry, entry]));
  const reasons = new Map(ranking.notPlaced.map((entry) => [entry.entry, entry.reason]));
  const { id, name, unit, decimals, better } = response;
  return {
    key: [id, place, loadKey(load)].join('@'),
    response: { id, name, unit, decimals, better },
    place,
    load: label,
    cells: view.entries.map(({ entry }) => {
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

const endsOf = (load: LoadCurves, end: 'first' | 'last'): LoadCurves => ({
  ...load,
  curves: curveEnds(load.curves, end),
});

/** Where entries are set side by side: all at one noise, or each at its fastest. */
export type SideAt = { by: 'noise'; lineDb: number } | { by: 'full' };

/** How loud entries are: with nothing to cool at their quietest, and at full speed where that is asked for. */
async function levelColumns(view: RoundUpView, at: SideAt, source: ValueSource): Promise<SideColumn[]> {
  const shown = await viewResponse(view, { response: LEVEL.id }, source);
  if (shown.response.id !== LEVEL.id) return [];
  return shown.loads.flatMap((load) => {
    if (at.by === 'full') return columnOf(view, endsOf(load, 'last'), LEVEL, '', BEYOND_ALL) ?? [];
    if (!isIdle(load.load)) return [];
    return columnOf(view, endsOf(load, 'first'), LEVEL, QUIETEST, BEYOND_ALL) ?? [];
  });
}

/**
 * All that a round-up's entries were measured by: a column for each response, place and load.
 * @param given its values, where they are at hand: they are asked for at once, however many columns there are
 */
export async function viewSideBySide(
  view: RoundUpView,
  at: SideAt,
  given?: ValueSource,
): Promise<SideColumn[]> {
  const source = given ?? (await allValues(view));
  const lineDb = at.by === 'noise' ? at.lineDb : BEYOND_ALL;
  const { responses, placesOf } = await availableResponses(view);
  const columns: SideColumn[] = [];
  for (const response of responses.filter(({ besideAll }) => besideAll)) {
    const places = response.atPlaces !== null ? placesOf(response.id) : [''];
    for (const place of places) {
      const shown = await viewResponse(view, { response: response.id, place: place || undefined }, source);
      for (const load of shown.loads) {
        const standing = at.by === 'full' ? endsOf(load, 'last') : load;
        const column = columnOf(view, standing, shown.response, place, lineDb);
        if (column) columns.push(column);
      }
    }
  }
  return columns.length === 0 ? [] : [...columns, ...(await levelColumns(view, at, source))];
}
