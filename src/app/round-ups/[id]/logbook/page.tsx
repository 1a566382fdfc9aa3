import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { loadLabel } from '@/core/runs/load';
import { loadParam } from '@/core/runs/loadParam';
import { isFlagged, runState, whatToKnow } from '@/core/runs/runState';
import { loadsOf, viewRoundUp } from '@/lab/roundUpView';
import { LogbookStage } from '@/stages/logbook/logbookStage';

export default async function LogbookPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await viewRoundUp(id);
  if (!view) notFound();
  const { roundUp, entries, runs } = view;
  const position = new Map(entries.map((entry, i) => [entry.entry, i]));
  const rows = runs.map((run) => ({
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
    state: runState(run),
    flagged: run.setAside === '' && isFlagged(run),
    notes: whatToKnow(run, roundUp.rig.limitC).join(' · '),
  }));
  const loads = loadsOf(view).map((load) => ({ key: loadParam(load), label: loadLabel(load) }));
  return <LogbookStage roundUpId={id} rows={rows} loads={loads} />;
}
