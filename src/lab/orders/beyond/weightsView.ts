import { scaled } from '@/core/uncertainty/doubt';
import { leadsAlong, overLines, type LeadStretch, type OverLines } from '@/core/judgement/overLines';
import type { Outcome } from '@/core/outcome';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { isFixedWatts, loadKey } from '@/core/runs/load';
import { measuredRises, type RoundUpView } from '@/lab/model/roundUpView';

export interface WeightsView {
  points: { key: string; label: string; weight: number }[];
  /** Of each entry, K/W at each of the points; null where it has no place there. */
  at: Record<string, (number | null)[]>;
  told: Outcome<OverLines>;
  /** Who leads as the share of each point goes from none to all. */
  leads: LeadStretch[][];
}

/** Weights as they stand in an address, one for each load and line in the order of the brief: “2,1,0”. */
export function weightsIn(text: string | undefined, count: number): number[] {
  const parts = (text ?? '').split(',');
  return Array.from({ length: count }, (_, i) => {
    const weight = Number(parts[i] ?? '');
    return text && parts[i] !== undefined && weight >= 0 && weight <= 1000 ? weight : text ? 0 : 1;
  });
}

/** K/W over all fixed loads and noise lines of the brief by weights; null where nothing was measured at fixed watts. */
export function viewWeights(view: RoundUpView, weights: string | undefined): WeightsView | null {
  const loads = measuredRises(view).filter(({ load }) => isFixedWatts(load));
  const rankings = loads.flatMap(({ load, label, rule, curves }) =>
    view.brief.noiseLinesDba.map((lineDb) => ({
      key: `${loadKey(load)} ${lineDb}`,
      label: `${label}, ${lineDb.toFixed(1)} dB(A)`,
      ranking: rankAtLine(curves, { ...rule, lineDb }),
      watts: load.loadW,
    })),
  );
  if (rankings.length === 0) return null;
  const asked = weightsIn(weights, rankings.length);
  const points = rankings.map(({ key, label }, i) => ({ key, label, weight: asked[i]! }));
  const scored = view.entries.map(({ entry }) => ({
    entry,
    at: rankings.map(({ ranking, watts }) => {
      const placed = ranking.placed.find((other) => other.entry === entry);
      if (!placed || placed.resistanceKPerW === null) return null;
      return {
        value: placed.resistanceKPerW,
        doubt: scaled(placed.doubt, 1 / watts),
        shared: placed.shared / watts,
        watts: placed.watts / watts,
      };
    }),
  }));
  return {
    points,
    at: Object.fromEntries(scored.map(({ entry, at }) => [entry, at.map((point) => point?.value ?? null)])),
    told: overLines(scored, points),
    leads: points.length > 1 ? points.map((_, i) => leadsAlong(scored, points, i)) : [],
  };
}
