import { isMissing } from '@/core/missing';
import { known, unknown, type Outcome } from '@/core/outcome';
import type { Run } from '@/core/runs/run';
import { noDie } from '@/core/reduction/noResult';
import type { PowerPlace } from '@/core/reduction/powerPlace';
import { reduceTrace, type Reduction } from '@/core/reduction/reduceTrace';
import { reduceTyped } from '@/core/reduction/reduceTyped';
import { toTrace, type TraceTable } from '@/formats/bundle/tables/traceTable';

export interface RigRule {
  limitC: number;
  windowS: number;
  powerAt?: PowerPlace | undefined;
}

/** What a run's numbers come from beside its log. */
export interface Reducible {
  loadW: number;
  loadName: string;
  typedCpuC: number | null;
  typedAmbientC: number | null;
  typedPowerW: number | null;
  movedWindow: Run['movedWindow'];
}

type Log = Pick<TraceTable, 'channels'>;

/** Whether a die was measured, logged or typed; without one a run stands on its other readings. */
export function hasDie({ run, trace }: { run: Pick<Reducible, 'typedCpuC'>; trace: Log | null }): boolean {
  if (!trace) return run.typedCpuC !== null;
  return trace.channels.some(
    ({ heading, values }) =>
      heading === 'cpu_c' && values instanceof Float64Array && !values.every(isMissing),
  );
}

/**
 * FORMATS steps 1 to 4 for a run, from its log or from its typed means: of a bundle and of the lab alike. One without a
 * die comes to its other readings, which is a result too.
 */
export function reduceRun(run: Reducible, trace: Log | null, rig: RigRule): Outcome<Reduction> {
  if (!hasDie({ run, trace })) return known(noDie());
  const rule = {
    loadW: run.loadW,
    program: run.loadName !== '',
    limitC: rig.limitC,
    windowS: rig.windowS,
    powerAt: rig.powerAt,
  };
  if (trace) {
    return reduceTrace(toTrace(trace), {
      ...rule,
      typedAmbientC: run.typedAmbientC ?? undefined,
      movedWindow: run.movedWindow ?? undefined,
    });
  }
  const { typedCpuC, typedAmbientC, typedPowerW } = run;
  if (typedCpuC === null || typedAmbientC === null) return unknown('no room temperature beside its die');
  return reduceTyped({ cpuC: typedCpuC, ambientC: typedAmbientC, powerW: typedPowerW }, rule);
}
