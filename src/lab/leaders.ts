import type { Leaders } from '@/core/ranking/leaders';
import { viewRoundUp } from './roundUpView';
import { ownOrder } from './verdictView';

/** Null where there is no such round-up. */
export async function viewLeaders(roundUpId: number): Promise<Leaders | null> {
  const view = await viewRoundUp(roundUpId);
  if (!view) return null;
  const { chosen, ranking } = ownOrder(view);
  const at = new Map(
    view.entries.map((entry, position) => [entry.entry, { product: entry.product, position }]),
  );
  return {
    load: chosen.label,
    first: ranking.placed.slice(0, 3).map((entry) => ({
      entry: entry.entry,
      ...at.get(entry.entry)!,
      placeFrom: entry.placeFrom,
      placeTo: entry.placeTo,
      riseK: entry.value,
      interval95K: entry.interval95,
    })),
    placed: ranking.placed.length,
    notPlaced: ranking.notPlaced.length,
  };
}
