import type { Leaders } from '@/core/ranking/leaders';
import { RISE } from '@/core/responses/responses';
import { viewRoundUp, type RoundUpView } from '../model/roundUpView';
import { ownOrder, verdictOf } from './verdictView';

async function opensWith(view: RoundUpView) {
  const { chosen, ranking, shown } = await verdictOf(view, {});
  return { chosen, ranking, response: shown.response, place: shown.place };
}

/** Null where there is no such round-up. */
export async function viewLeaders(roundUpId: number): Promise<Leaders | null> {
  const view = await viewRoundUp(roundUpId);
  if (!view) return null;
  const byRise = ownOrder(view);
  // Where no die leads, whatever the verdict opens with.
  const isOther = byRise.ranking.placed.length === 0 && view.runs.length > 0;
  const { chosen, ranking, response, place } = isOther
    ? await opensWith(view)
    : { ...byRise, response: RISE, place: '' };
  const at = new Map(
    view.entries.map((entry, position) => [entry.entry, { product: entry.product, position }]),
  );
  return {
    load: chosen.label,
    what: response.throttles ? '' : [response.name, place].filter(Boolean).join(', '),
    unit: response.unit,
    decimals: response.decimals,
    first: ranking.placed.slice(0, 3).map((entry) => ({
      entry: entry.entry,
      ...at.get(entry.entry)!,
      placeFrom: entry.placeFrom,
      placeTo: entry.placeTo,
      value: entry.value,
      interval95: entry.interval95,
    })),
    sketch: chosen.curves.flatMap((curve) =>
      curve.points.length > 1
        ? [
            {
              position: at.get(curve.entry)!.position,
              points: curve.points.map(({ at: x, value }): [number, number] => [x, value]),
            },
          ]
        : [],
    ),
    placed: ranking.placed.length,
    notPlaced: ranking.notPlaced.length,
  };
}
