import { loadKey } from '@/core/runs/load';
import type { RoundUpView } from '../model/roundUpView';
import { pairByWays, tieByNoise } from './pairs/pairByWays';
import { allWays, shownWays, type WaysAsked } from './waysView';

/** Every way to compare, two entries by each of them, and what would end the first tie; null where nothing was measured against noise. */
export async function waysPage(
  view: RoundUpView,
  { inHand, ...asked }: WaysAsked & { inHand: readonly string[] },
) {
  const found = await allWays(view, asked);
  if (!found) return null;
  const at = { response: found.shown.response, load: loadKey(found.chosen.load), lineDb: asked.lineDb };
  return {
    ...shownWays(view, found, asked.lineDb),
    roundUpId: view.roundUp.id,
    pair: await pairByWays(view, found.ways, at, inHand),
    tie: await tieByNoise(view, found.ways, at),
  };
}

export type WaysData = NonNullable<Awaited<ReturnType<typeof waysPage>>>;
