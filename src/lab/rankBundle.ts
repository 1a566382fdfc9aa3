import { entryCurves, type EntryCurve } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/measuredPoint';
import { instrumentDoubt } from '@/core/rig/instrumentDoubt';
import { lineRule, rankAtLine, type Ranking } from '@/core/ranking/rankAtLine';
import { loadKey, type Load } from '@/core/runs/load';
import type { Bundle } from '@/formats/bundle/readBundle';
import { ProblemList, type Problem } from '@/formats/problem';
import { bundlePoint, noNumber, reduceBundleRun } from './reduceBundleRun';

export interface BundleRanking {
  noiseLineDba: number;
  loadW: number;
  ranking: Ranking;
  problems: Problem[];
}

/**
 * The load that a wattage means: fixed watts, and among those the smallest load of a graphics card, mostly none; the
 * program that was run at it where nothing was measured at fixed watts.
 */
function chosenLoad(bundle: Bundle, loadW: number): Load {
  const atWatts = bundle.runs.filter(({ run }) => run.loadW === loadW && !run.setAside).map(({ run }) => run);
  const fixed = atWatts.filter((run) => run.loadName === '');
  const among = fixed.length > 0 ? fixed : atWatts;
  const loadName = among[0]?.loadName ?? '';
  const graphics = among.filter((run) => run.loadName === loadName).map((run) => run.gpuLoadW);
  return { loadW, loadName, gpuLoadW: graphics.length > 0 ? Math.min(...graphics) : 0 };
}

/** The curves of a bundle at one load, and what kept runs from counting. */
export function bundleCurves(bundle: Bundle, load: Load): { curves: EntryCurve[]; problems: Problem[] } {
  const { method, rig, planning } = bundle.dataPackage;
  const key = loadKey(load);
  const problems = new ProblemList();
  const points: MeasuredPoint[] = [];
  for (const { run, trace } of bundle.runs) {
    if (loadKey(run) !== key || run.setAside) continue;
    const reduction = reduceBundleRun(run, trace, { limitC: rig.limitC, windowS: method.windowS });
    if (reduction.known) points.push(bundlePoint(run, reduction.value));
    else problems.push(noNumber(run, reduction.reason));
  }
  return {
    curves: entryCurves(bundle.entries, points, instrumentDoubt(planning.book)),
    problems: problems.list(),
  };
}

/** Ranks a bundle as FORMATS says, without database: its own noise line and first load unless told. */
export function rankBundle(bundle: Bundle, choice: { noiseLineDba?: number; loadW?: number }): BundleRanking {
  const { method, rig } = bundle.dataPackage;
  const lineDb = choice.noiseLineDba ?? method.noiseLineDba;
  const load = chosenLoad(bundle, choice.loadW ?? method.loadsW[0]!);
  const { curves, problems } = bundleCurves(bundle, load);
  const { referenceAmbientC } = method;
  const rule = lineRule(load, { referenceAmbientC, limitC: rig.limitC });
  const ranking = rankAtLine(curves, { ...rule, lineDb });
  return { noiseLineDba: lineDb, loadW: load.loadW, ranking, problems: [...bundle.problems, ...problems] };
}
