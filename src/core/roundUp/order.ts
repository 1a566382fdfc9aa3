import type { Against } from '../curves/curveRule';
import { entryCurves, type EntryCurve } from '../curves/entryCurve';
import { controlRise } from '@/core/judgement/measures/controlRise';
import type { DetailRule } from '@/core/judgement/measures/entryDetail';
import { lineRule, rankAtLine, type LineRule, type Ranking } from '../ranking/rankAtLine';
import { curveRule, lackWords, type Response } from '../responses/responses';
import { historyAt } from '../rig/rigRemounts';
import { instrumentsOf } from '../rig/instrumentDoubt';
import { isFixedWatts, type Load } from '../runs/load';
import type { RankedRun, RoundUp } from './roundUp';
import { runPoint } from './runPoint';

/** What is compared, at which load, and along what. */
export interface Asked {
  load: Load;
  response: Response;
  /** Where it was read; null for what is not read at places. */
  place: string | null;
  against: Against;
}

/**
 * The curves of a round-up for what is asked: the one way from runs to curves.
 * @param runs the runs of the load that belong on them; all that count unless told
 *
 * Example: Of entries whose dies were measured at 170 W, their rise against noise.
 */
export function curvesOf(
  roundUp: RoundUp,
  { load, response, place, against }: Asked,
  runs: readonly RankedRun[] = roundUp.runsAt(load),
): EntryCurve[] {
  const points = runs.flatMap((run) => runPoint(roundUp, run, response, place) ?? []);
  // What a die's sensors leave in doubt is no doubt of an airspeed.
  const instruments = instrumentsOf(roundUp.instruments, response);
  // Of a die's rise alone the lab keeps what its remounts scattered by.
  const history = response.throttles && against === 'noise' ? historyAt(roundUp.remounts, load) : null;
  const curves = entryCurves(roundUp.entries, points, instruments, curveRule(response, against), history);
  const withRuns = new Set(runs.map(({ entry }) => entry));
  const withPoints = new Set(points.map(({ entry }) => entry));
  return curves.map((curve) =>
    withRuns.has(curve.entry) && !withPoints.has(curve.entry)
      ? { ...curve, lacks: lackWords(response) }
      : curve,
  );
}

/** The rule by which a response is ranked at a load in the round-up's rig and reference room, but for the line. */
export function ruleOf(
  { referenceAmbientC, limitC }: Pick<RoundUp, 'referenceAmbientC' | 'limitC'>,
  { load, response }: Pick<Asked, 'load' | 'response'>,
): Omit<LineRule, 'lineDb'> {
  return { ...lineRule(load, { referenceAmbientC, limitC }), throttles: response.throttles };
}

/** The same curves with their order where the line stands. */
export function orderOf(
  roundUp: RoundUp,
  asked: Asked,
  at: number,
  runs?: readonly RankedRun[],
): { curves: EntryCurve[]; ranking: Ranking } {
  const curves = curvesOf(roundUp, asked, runs);
  return { curves, ranking: rankAtLine(curves, { ...ruleOf(roundUp, asked), lineDb: at }) };
}

/** How curves are read beyond the order at a line: what is held, between which levels, against whose rise. */
export function detailRule(
  roundUp: Pick<RoundUp, 'entries' | 'referenceAmbientC' | 'limitC'>,
  { load, response }: Pick<Asked, 'load' | 'response'>,
  { ranking, band, worth }: { ranking: Ranking; band: DetailRule['band']; worth?: number | undefined },
): DetailRule {
  const { entries, referenceAmbientC, limitC } = roundUp;
  return {
    loadW: load.loadW,
    fixedWatts: response.throttles && isFixedWatts(load),
    limitC,
    referenceAmbientC,
    band,
    controlRiseK: controlRise(ranking.placed, entries),
    worth,
    better: response.better,
    unit: response.unit,
  };
}
