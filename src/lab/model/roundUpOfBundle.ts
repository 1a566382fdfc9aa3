import type { RankedRun, RoundUp } from '@/core/roundUp/roundUp';
import { instrumentDoubt } from '@/core/rig/instrumentDoubt';
import { responseOf } from '@/core/responses/responses';
import type { RunValue } from '@/core/responses/runValue';
import { FIRST_SPEED } from '@/core/responses/runSpeeds';
import { windowMean, type MeasuredRun } from '@/core/responses/measuredRun';
import { valueOfRun } from '@/core/responses/valueOfRun';
import { withinRange } from '@/core/levels/meterRange';
import { levelOfRun } from '@/core/levels/meterMean';
import { loadKey, type Load } from '@/core/runs/load';
import type { Outcome } from '@/core/outcome';
import type { Reduction } from '@/core/reduction/reduceTrace';
import type { Bundle } from '@/formats/bundle/readBundle';
import { ProblemList, type Problem } from '@/formats/problem';
import { memoized } from './cachedUntilWritten';
import { noNumber } from './reduceAll';
import { reduceRun } from './reduceRun';
import { bundleMeasured } from './runValues';

/** A run of a bundle with its row and all that was measured of it. */
export interface BundleRankedRun extends RankedRun {
  item: Bundle['runs'][number];
  measured: MeasuredRun;
}

/** A bundle as its orders are made from it. */
export interface BundleRoundUp extends RoundUp {
  runsAt: (load: Load) => readonly BundleRankedRun[];
  /** What kept runs at a load from counting. */
  problemsAt: (load: Load) => Problem[];
}

interface AtLoad {
  runs: BundleRankedRun[];
  problems: Problem[];
}

type Item = Bundle['runs'][number];

/** What each run of a bundle comes to, reduced once. */
export const reducedOf = memoized((bundle: Bundle): ((item: Item) => Outcome<Reduction>) => {
  const { rig, method } = bundle.dataPackage;
  const found = new Map<Item, Outcome<Reduction>>();
  return (item) => {
    const known = found.get(item) ?? reduceRun(item.run, item.trace, { ...rig, windowS: method.windowS });
    found.set(item, known);
    return known;
  };
});

function measureRuns(bundle: Bundle, load: Load): AtLoad {
  const { method, rig, planning } = bundle.dataPackage;
  const { lowestDb } = instrumentDoubt(planning.book);
  const key = loadKey(load);
  const problems = new ProblemList();
  const runs: BundleRankedRun[] = [];
  for (const item of bundle.runs) {
    const { run, readings } = item;
    if (loadKey(run) !== key || run.setAside) continue;
    const die = reducedOf(bundle)(item);
    if (!die.known) {
      problems.push(noNumber(run, die.reason));
      continue;
    }
    const rule = { loadW: run.loadW, limitC: rig.limitC, windowS: method.windowS };
    const sone = bundle.heard?.sones.get(run.run) ?? null;
    const measured = bundleMeasured(item, die.value.hasDie ? die.value : null, rule, sone);
    const { run: label, entry, mount, pass, setting, loadW, loadName, gpuLoadW, dutyPct, score } = run;
    runs.push({
      item,
      measured,
      ...{ run: label, entry, mount, pass, setting, loadW, loadName, gpuLoadW, dutyPct, score, sone },
      level: withinRange(levelOfRun(run, readings), lowestDb),
      roomDoubtK: run.ambientDoubtK ?? 0,
      rpm: windowMean(measured, FIRST_SPEED.heading) ?? run.rpm,
      die: measured.die,
    });
  }
  return { runs, problems: problems.list() };
}

/** A bundle by its runs; each load is reduced once, and only when it is asked for. */
export const roundUpOfBundle = memoized((bundle: Bundle): BundleRoundUp => {
  const { method, rig, planning } = bundle.dataPackage;
  const known = new Map<string, AtLoad>();
  const byLabel = new Map<string, BundleRankedRun>();
  const values = new Map<string, RunValue | null>();
  const at = (load: Load): AtLoad => {
    const found = known.get(loadKey(load));
    if (found) return found;
    const made = measureRuns(bundle, load);
    known.set(loadKey(load), made);
    for (const run of made.runs) byLabel.set(run.run, run);
    return made;
  };
  return {
    entries: bundle.entries,
    runsAt: (load) => at(load).runs,
    problemsAt: (load) => at(load).problems,
    keptValue: (run, response, place) => {
      const key = [run, response, place].join('\n');
      const before = values.get(key);
      if (before !== undefined) return before;
      const found = valueOfRun(byLabel.get(run)!.measured, responseOf(response)!, place);
      const value = found.known ? found.value : null;
      values.set(key, value);
      return value;
    },
    instruments: instrumentDoubt(planning.book),
    remounts: planning.remounts,
    referenceAmbientC: method.referenceAmbientC,
    limitC: rig.limitC,
  };
});
