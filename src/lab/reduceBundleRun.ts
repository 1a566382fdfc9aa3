import { unknown, type Outcome } from '@/core/outcome';
import { reduceTrace, type Reduction } from '@/core/reduction/reduceTrace';
import { reduceTyped } from '@/core/reduction/reduceTyped';
import type { Problem } from '@/formats/problem';
import type { BundleRun } from '@/formats/bundle/runsTable';
import { toTrace, type TraceTable } from '@/formats/bundle/traceTable';

export interface RigRule {
  limitC: number;
  windowS: number;
}

/** FORMATS steps 1 to 4 for a run of a bundle, from its log or from its typed means. */
export function reduceBundleRun(run: BundleRun, trace: TraceTable | null, rig: RigRule): Outcome<Reduction> {
  const rule = { loadW: run.loadW, program: run.loadName !== '', ...rig };
  if (trace) {
    return reduceTrace(toTrace(trace), {
      ...rule,
      typedAmbientC: run.typedAmbientC ?? undefined,
      movedWindow: run.movedWindow ?? undefined,
    });
  }
  if (run.typedCpuC === null || run.typedAmbientC === null) return unknown('no reading of the die');
  const means = { cpuC: run.typedCpuC, ambientC: run.typedAmbientC, powerW: run.typedPowerW };
  return reduceTyped(means, rule);
}

/** A run that gives no number, as a problem of its row. */
export function noNumber(run: BundleRun, reason: string): Problem {
  const column = run.trace ? 'trace' : 'cpu_c';
  return {
    file: 'runs.csv',
    line: run.line,
    column,
    message: run.trace ? `${run.trace}: ${reason}` : reason,
  };
}
