import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { loadParam } from '@/core/runs/loadParam';
import { roundUpView } from '@/app/roundUpView';
import { curvesOf } from '@/lab/roundUpView';
import { CurvesStage } from '@/stages/curves/curvesStage';

export default async function CurvesPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { roundUp, entries, runs } = view;
  const { rig, referenceAmbientC } = roundUp;
  return (
    <CurvesStage
      data={{
        roundUpId: id,
        title: roundUp.title,
        entries: entries.map(({ entry, product }, position) => ({ entry, product, position })),
        loads: curvesOf(view).map(({ load, label, curves }) => ({
          key: loadParam(load),
          label,
          fixedWatts: load.loadW > 0 && load.loadName === '',
          rule: { loadW: load.loadW, referenceAmbientC, limitC: rig.limitC },
          curves,
        })),
        noiseLineDba: roundUp.noiseLineDba,
        meterDistanceCm: rig.meterDistanceCm,
        runLabels: Object.fromEntries(runs.map((run) => [run.id, run.label])),
      }}
    />
  );
}
