import { lineRule, rankAtLine, type Ranking } from '@/core/ranking/rankAtLine';
import { loadKey } from '@/core/runs/load';
import { loadParam } from '@/core/runs/loadParam';
import { onceFor } from './keptWhileUnwritten';
import { methodSentences } from './methodSentence';
import { curvesOf, viewRoundUp, type LoadCurves, type RoundUpView } from './roundUpView';

export interface VerdictView {
  view: RoundUpView;
  loads: LoadCurves[];
  chosen: LoadCurves;
  lineDb: number;
  ranking: Ranking;
  /** The order at the brief's other noise lines. */
  others: { lineDb: number; ranking: Ranking }[];
  method: string[];
}

/** As `verdictOf`, of a round-up by its id; null where there is none. */
export async function viewVerdict(
  id: number,
  query: { load?: string; line?: string },
): Promise<VerdictView | null> {
  const view = await viewRoundUp(id);
  return view && verdictOf(view, query);
}

const MOST_RANKINGS = 24;
const rankingsOf = onceFor((_: RoundUpView) => new Map<string, Ranking>());

/** The order at a line, remembered for those who look at the same. */
function rankedAt(view: RoundUpView, { load, curves }: LoadCurves, lineDb: number): Ranking {
  const known = rankingsOf(view);
  const key = `${loadKey(load)}\n${lineDb}`;
  const found = known.get(key);
  if (found) return found;
  const { referenceAmbientC, rig } = view.roundUp;
  const ranking = rankAtLine(curves, {
    ...lineRule(load, { referenceAmbientC, limitC: rig.limitC }),
    lineDb,
  });
  if (known.size >= MOST_RANKINGS) known.clear();
  known.set(key, ranking);
  return ranking;
}

/** The order at a round-up's own line and first load. */
export function ownOrder(view: RoundUpView): { chosen: LoadCurves; ranking: Ranking } {
  const chosen = curvesOf(view)[0]!;
  return { chosen, ranking: rankedAt(view, chosen, view.roundUp.noiseLineDba) };
}

/** The ranking at a line and load from an address; the round-up's own where it names none that exists. */
export function verdictOf(view: RoundUpView, query: { load?: string; line?: string }): VerdictView {
  const { roundUp, runs } = view;
  const loads = curvesOf(view);
  const chosen = loads.find(({ load }) => loadParam(load) === query.load) ?? loads[0]!;
  const asked = Number(query.line);
  const lineDb =
    query.line && Number.isFinite(asked) ? Math.min(120, Math.max(0, asked)) : roundUp.noiseLineDba;
  const ranking = rankedAt(view, chosen, lineDb);
  const atLoad = runs.filter((run) => loadKey(run) === loadKey(chosen.load));
  return {
    view,
    loads,
    chosen,
    lineDb,
    ranking,
    others: view.brief.noiseLinesDba
      .filter((of) => of !== lineDb)
      .map((of) => ({ lineDb: of, ranking: rankedAt(view, chosen, of) })),
    method: methodSentences(view, view.brief, {
      runs: atLoad,
      label: chosen.label,
      program: chosen.load.loadName !== '',
      lineDb,
    }),
  };
}
