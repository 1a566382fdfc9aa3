import { entryCurves, type EntryCurve } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/measuredPoint';
import { rankAtLine, type Ranking } from '@/core/ranking/rankAtLine';
import { loadKey, type Load } from '@/core/runs/load';
import type { Bundle } from '@/formats/bundle/readBundle';
import type { Problem } from '@/formats/problem';
import { bundlePoint, reduceBundleRun } from './reduceBundleRun';

export interface BundleRanking {
  noiseLineDba: number;
  loadW: number;
  ranking: Ranking;
  problems: Problem[];
}

/** At one wattage: fixed watts, and among those the smallest load of a graphics card, mostly none. */
function chosenLoad(bundle: Bundle, loadW: number): Load {
  const graphics = bundle.runs
    .filter(({ run }) => run.loadW === loadW && run.loadName === '')
    .map(({ run }) => run.gpuLoadW);
  return { loadW, loadName: '', gpuLoadW: graphics.length > 0 ? Math.min(...graphics) : 0 };
}

/** The curves of a bundle at one wattage, and what kept runs from counting. */
export function bundleCurves(bundle: Bundle, loadW: number): { curves: EntryCurve[]; problems: Problem[] } {
  const { method, rig } = bundle.dataPackage;
  const key = loadKey(chosenLoad(bundle, loadW));
  const problems: Problem[] = [];
  const points: MeasuredPoint[] = [];
  for (const { run, trace } of bundle.runs) {
    if (loadKey(run) !== key || run.setAside) continue;
    const reduction = reduceBundleRun(run, trace, { limitC: rig.limitC, windowS: method.windowS });
    if (reduction.known) points.push(bundlePoint(run, reduction.value));
    else {
      const message = `${run.trace}: ${reduction.reason}`;
      problems.push({ file: 'runs.csv', line: run.line, column: 'trace', message });
    }
  }
  return { curves: entryCurves(bundle.entries, points), problems };
}

/** Ranks a bundle as FORMATS says, without database: its own noise line and first load unless told. */
export function rankBundle(bundle: Bundle, choice: { noiseLineDba?: number; loadW?: number }): BundleRanking {
  const { method, rig } = bundle.dataPackage;
  const lineDb = choice.noiseLineDba ?? method.noiseLineDba;
  const loadW = choice.loadW ?? method.loadsW[0]!;
  const { curves, problems } = bundleCurves(bundle, loadW);
  const { referenceAmbientC } = method;
  const ranking = rankAtLine(curves, { lineDb, loadW, referenceAmbientC, limitC: rig.limitC });
  return { noiseLineDba: lineDb, loadW, ranking, problems: [...bundle.problems, ...problems] };
}
