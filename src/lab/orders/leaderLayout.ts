import { rankAtLine } from '@/core/ranking/rankAtLine';
import { RISE } from '@/core/responses/responses';
import { loadKey } from '@/core/runs/load';
import { viewResponse } from '../model/responseView';
import type { RoundUpView } from '../model/roundUpView';

/** Parts of a machine that are drawn in a layout, by the rise that is read of each. */
const PARTS = { processor: RISE.id, card: 'gpu-rise', regulators: 'vrm-rise' } as const;

/** What the leading layout does to each part, as it is written beside it; null where the leader is no layout. */
export async function leaderLayout(
  view: RoundUpView,
  leader: string | undefined,
  at: { load: string; lineDb: number },
): Promise<{ entry: string; figures: Partial<Record<keyof typeof PARTS, string>> } | null> {
  const entry = view.entries.find((known) => known.entry === leader);
  if (!entry || entry.layout.length === 0) return null;
  const figures: Partial<Record<keyof typeof PARTS, string>> = {};
  for (const [part, id] of Object.entries(PARTS) as [keyof typeof PARTS, string][]) {
    const { response, against, loads } = await viewResponse(view, { response: id, against: 'noise' });
    const load = loads.find((other) => loadKey(other.load) === at.load);
    if (response.id !== id || against !== 'noise' || !load) continue;
    const placed = rankAtLine(load.curves, { ...load.rule, lineDb: at.lineDb }).placed.find(
      (other) => other.entry === entry.entry,
    );
    if (placed)
      figures[part] =
        `${placed.value.toFixed(response.decimals)} ± ${placed.interval95.toFixed(response.decimals)} ${response.unit}`;
  }
  return { entry: entry.entry, figures };
}
