import type { Leaders } from '@/core/ranking/leaders';
import { viewRoundUp } from './roundUpView';
import { ownOrder } from './verdictView';

/** Null where there is no such round-up. */
export async function viewLeaders(roundUpId: number): Promise<Leaders | null> {
  const view = await viewRoundUp(roundUpId);
  if (!view) return null;
  const { chosen, ranking } = ownOrder(view);
  const at = new Map(view.entries.map((of, position) => [of.entry, { product: of.product, position }]));
  return {
    load: chosen.label,
    first: ranking.placed.slice(0, 3).map((of) => ({
      entry: of.entry,
      ...at.get(of.entry)!,
      placeFrom: of.placeFrom,
      placeTo: of.placeTo,
      riseK: of.value,
      interval95K: of.interval95,
    })),
    placed: ranking.placed.length,
    notPlaced: ranking.notPlaced.length,
  };
}
