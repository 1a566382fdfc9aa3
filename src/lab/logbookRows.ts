import type { DeletedRun } from '@/core/runs/deletedRun';
import { packRows, type LogbookRow } from '@/core/runs/logbookRow';
import { loadParam } from '@/core/runs/loadParam';
import { withDatabase } from '@/database/pool';
import { listDeletedRuns } from '@/database/runEdits';
import { onceFor } from './keptWhileUnwritten';
import { notedRuns, type RoundUpView } from './roundUpView';

function rowsOf(view: RoundUpView): LogbookRow[] {
  const position = new Map(view.entries.map((entry, i) => [entry.entry, i]));
  return notedRuns(view).map(({ run, state, notes, flagged }) => ({
    id: run.id,
    label: run.label,
    entry: run.entry,
    product: run.product,
    position: position.get(run.entry)!,
    load: loadParam(run),
    loadLabel: run.loadName ? `${run.loadName} ${run.loadW}` : run.loadW === 0 ? 'idle' : String(run.loadW),
    loadW: run.loadW,
    setting: run.setting,
    pass: run.pass,
    mount: run.mount,
    noiseDb: run.noiseDb,
    floorDb: run.floorDb,
    levelDb: run.level.levelDb,
    isUpperBound: run.level.standing === 'at-floor',
    ambientC: run.reduction.ambientMeanC,
    powerW: run.reduction.powerMeanW,
    powerMeasured: run.reduction.powerSource === 'measured',
    riseK: run.reduction.riseK,
    resistanceKPerW: run.reduction.resistanceKPerW.known ? run.reduction.resistanceKPerW.value : null,
    state,
    flagged,
    notes: notes.join(' · '),
    setAside: run.setAside,
    version: run.version,
  }));
}

/** The logbook's rows as one text, made once. */
export const packedLogbook = onceFor((view: RoundUpView) => packRows(rowsOf(view)));

/** Runs that were deleted, by the names that pages give their entries. */
export async function deletedRuns({ roundUp, entries }: RoundUpView): Promise<DeletedRun[]> {
  const names = new Map(entries.map((of) => [of.entry, of.product]));
  const runs = await withDatabase((db) => listDeletedRuns(db, roundUp.id));
  return runs.map((run) => ({ ...run, product: names.get(run.entry)! }));
}
