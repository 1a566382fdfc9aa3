import type { RankedRun, RoundUp } from '@/core/roundUp/roundUp';
import type { ScoreScale } from '@/core/responses/scoreScale';
import type { RunValue } from '@/core/responses/runValue';
import { hasDie, type LabRun } from '@/core/runs/labRun';
import { loadKey } from '@/core/runs/load';
import type { CountedLoudness } from '@/core/sound/loudness/countedLoudness';
import { groupBy } from '@/core/statistics/groupBy';
import type { RigRemounts } from '@/core/rig/rigRemounts';
import type { InstrumentDoubt } from '@/core/rig/instrumentDoubt';

/** What is asked of the database beside a round-up's runs, where a question needs it. */
export interface AskedBeside {
  /** Mean speeds by the log, rpm. */
  speeds?: ReadonlyMap<number, number>;
  sones?: ReadonlyMap<number, CountedLoudness>;
  scores?: ReadonlyMap<number, ScoreScale> | undefined;
  /** Values of one response at one place, by run. */
  values?: ReadonlyMap<number, RunValue>;
}

/** A run of the lab as the orders of a round-up are made from it. */
export function rankedRun(run: LabRun, { speeds, sones, scores }: AskedBeside = {}): RankedRun {
  return {
    run: String(run.id),
    entry: run.entry,
    mount: run.mount,
    pass: run.pass,
    setting: run.setting,
    loadW: run.loadW,
    loadName: run.loadName,
    gpuLoadW: run.gpuLoadW,
    level: run.level,
    roomDoubtK: run.ambientDoubtK ?? 0,
    rpm: speeds?.get(run.id) ?? run.rpm,
    dutyPct: run.dutyPct,
    die: hasDie(run) ? run.reduction : null,
    sone: sones?.get(run.id) ?? null,
    score: scores?.get(run.id) ?? null,
  };
}

/** What is read of a round-up in the lab, as far as its orders go. */
export interface LabParts {
  entries: RoundUp['entries'];
  runs: readonly LabRun[];
  instruments: InstrumentDoubt;
  remounts: readonly RigRemounts[];
  roundUp: { referenceAmbientC: number; rig: { limitC: number } };
}

/** A round-up of the lab by its runs, with what was asked beside them. */
export function roundUpOfLab(view: LabParts, beside: AskedBeside = {}): RoundUp {
  const counting = view.runs.filter((run) => run.setAside === '');
  const byLoad = groupBy(counting, loadKey);
  return {
    entries: view.entries,
    runsAt: (load) => (byLoad.get(loadKey(load)) ?? []).map((run) => rankedRun(run, beside)),
    keptValue: (run) => beside.values?.get(Number(run)) ?? null,
    instruments: view.instruments,
    remounts: view.remounts,
    referenceAmbientC: view.roundUp.referenceAmbientC,
    limitC: view.roundUp.rig.limitC,
  };
}
