import { viewVerdict } from './verdictView';

/** Who leads a round-up at its own line and first load, for the first page. */
export interface Leaders {
  load: string;
  /** First three of the order. */
  first: {
    entry: string;
    product: string;
    position: number;
    placeFrom: number;
    placeTo: number;
    riseK: number;
    interval95K: number;
  }[];
  /** Entries placed, and those that have no place there. */
  placed: number;
  notPlaced: number;
}

/** Null where there is no such round-up. */
export async function viewLeaders(roundUpId: number): Promise<Leaders | null> {
  const verdict = await viewVerdict(roundUpId, {});
  if (!verdict) return null;
  const { view, chosen, ranking } = verdict;
  const at = new Map(view.entries.map((of, position) => [of.entry, { product: of.product, position }]));
  return {
    load: chosen.label,
    first: ranking.placed.slice(0, 3).map((of) => ({
      entry: of.entry,
      ...at.get(of.entry)!,
      placeFrom: of.placeFrom,
      placeTo: of.placeTo,
      riseK: of.riseK,
      interval95K: of.interval95K,
    })),
    placed: ranking.placed.length,
    notPlaced: ranking.notPlaced.length,
  };
}
