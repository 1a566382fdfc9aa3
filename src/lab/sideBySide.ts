import { lineRule, rankAtLine } from '@/core/ranking/rankAtLine';
import type { SideColumn } from '@/core/ranking/sideColumn';
import type { Response } from '@/core/responses/responses';
import { loadKey } from '@/core/runs/load';
import { availableResponses, viewResponse } from './responseView';
import type { LoadCurves, RoundUpView } from './roundUpView';

/** Told by their own table beside the line, and no part of what one weighs against another. */
const BESIDE = new Set(['steady-time', 'burst', 'limit-time', 'level']);

function columnOf(
  view: RoundUpView,
  { load, label, curves }: LoadCurves,
  response: Response,
  place: string,
  lineDb: number,
): SideColumn | null {
  const { referenceAmbientC, rig } = view.roundUp;
  const rule = lineRule(load, { referenceAmbientC, limitC: rig.limitC });
  const ranking = rankAtLine(curves, { ...rule, throttles: response.throttles, lineDb });
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

/** All that a round-up's entries were measured by, at one noise line: a column for each response, place and load. */
export async function viewSideBySide(view: RoundUpView, lineDb: number): Promise<SideColumn[]> {
  const { responses, placesOf } = await availableResponses(view);
  const columns: SideColumn[] = [];
  for (const response of responses.filter(({ source }) => !BESIDE.has(source.from))) {
    const places = response.source.from === 'reading' ? placesOf(response.id) : [''];
    for (const place of places) {
      const shown = await viewResponse(view, { response: response.id, place: place || undefined });
      for (const load of shown.loads) {
        const column = columnOf(view, load, shown.response, place, lineDb);
        if (column) columns.push(column);
      }
    }
  }
  return columns;
}
