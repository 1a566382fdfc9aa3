import type { PairCondition } from '@/core/judgement/pairs/headToHead';
import { pairConditions } from '@/core/judgement/pairs/pairConditions';
import { RISE } from '@/core/responses/responses';
import { loadKey } from '@/core/runs/load';
import { measuredRises, type RoundUpView } from '@/lab/model/roundUpView';
import { rankedWays } from '../waysView';

/** The rise of the two at every load, at every line of the brief and at full speed, of the load in hand by every way, too; it comes first. */
export async function riseConditions(
  view: RoundUpView,
  pair: readonly [string, string],
  asked: { load: string; lineDb: number },
): Promise<PairCondition[]> {
  // Without a die the ways would be those of another response.
  const loads = measuredRises(view);
  const chosen = loads.find(({ load }) => loadKey(load) === asked.load) ?? loads[0];
  if (!chosen) return [];
  const found = await rankedWays(view, {
    response: RISE.id,
    load: loadKey(chosen.load),
    lineDb: asked.lineDb,
  });
  return pairConditions(
    loads.map(({ load, label, rule, curves }) => ({ key: loadKey(load), label, rule, curves })),
    pair,
    {
      ...{ response: RISE, load: loadKey(chosen.load), lineDb: asked.lineDb },
      linesDb: view.brief.noiseLinesDba,
      ways: found?.ways ?? [],
    },
  );
}
