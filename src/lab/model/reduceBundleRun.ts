import { isMissing } from '@/core/missing';
import { unknown, type Outcome } from '@/core/outcome';
import type { PowerPlace } from '@/core/reduction/powerPlace';
import { reduceTrace, type Reduction } from '@/core/reduction/reduceTrace';
import { NO_DIE } from '@/core/reduction/noResult';
import { reduceTyped } from '@/core/reduction/reduceTyped';
import type { Problem } from '@/formats/problem';
import type { BundleRun } from '@/formats/bundle/tables/runsTable';
import { toTrace, type TraceTable } from '@/formats/bundle/tables/traceTable';

export interface RigRule {
  limitC: number;
  windowS: number;
  powerAt?: PowerPlace | undefined;
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
  if (run.typedCpuC === null || run.typedAmbientC === null) return unknown(NO_DIE);
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

/** Whether a die was measured, logged or typed; without one a run stands on its other readings. */
export function hasDie({
  run,
  trace,
}: {
  run: Pick<BundleRun, 'typedCpuC'>;
  trace: Pick<TraceTable, 'channels'> | null;
}): boolean {
  if (!trace) return run.typedCpuC !== null;
  return trace.channels.some(
    ({ heading, values }) =>
      heading === 'cpu_c' && values instanceof Float64Array && !values.every(isMissing),
  );
}
