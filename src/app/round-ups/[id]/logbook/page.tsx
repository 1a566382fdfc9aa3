import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { loadLabel } from '@/core/runs/load';
import { loadParam } from '@/core/runs/loadParam';
import { loadsOf } from '@/lab/roundUpView';
import { notedRuns, roundUpView } from '@/app/roundUpView';
import { LogbookStage } from '@/stages/logbook/logbookStage';

export default async function LogbookPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { entries } = view;
  const position = new Map(entries.map((entry, i) => [entry.entry, i]));
  const rows = notedRuns(view).map(({ run, state, notes, flagged }) => ({
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
  }));
  const loads = loadsOf(view).map((load) => ({ key: loadParam(load), label: loadLabel(load) }));
  return (
    <LogbookStage
      roundUpId={id}
      packedRows={JSON.stringify(rows)}
      loads={loads}
      entries={entries.map(({ entry, product }) => ({ entry, product }))}
      firstLoadW={view.roundUp.loadsW[0]!}
    />
  );
}
