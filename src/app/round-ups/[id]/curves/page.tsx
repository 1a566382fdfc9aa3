import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { pack } from '@/core/packed';
import { lineRule } from '@/core/ranking/rankAtLine';
import { loadParam } from '@/core/runs/loadParam';
import { roundUpView } from '@/app/roundUpView';
import { codeOf } from '@/lab/codeOf';
import { onceFor } from '@/lab/keptWhileUnwritten';
import { curvesOf, sourceWords, type RoundUpView } from '@/lab/roundUpView';
import { viewKeptApart } from '@/lab/rigView';
import { ApartNote } from '@/stages/rig/apartNote';
import type { CurvesData } from '@/stages/curves/curvesData';
import { CurvesStage } from '@/stages/curves/curvesStage';

const packedCurves = onceFor((view: RoundUpView) => {
  const { roundUp, entries, runs } = view;
  const { rig, referenceAmbientC } = roundUp;
  const data: CurvesData = {
    roundUpId: roundUp.id,
    title: roundUp.title,
    entries: entries.map(({ entry, product }, position) => ({ entry, product, position })),
    loads: curvesOf(view).map(({ load, label, curves }) => ({
      key: loadParam(load),
      label,
      fixedWatts: load.loadW > 0 && load.loadName === '',
      rule: lineRule(load, { referenceAmbientC, limitC: rig.limitC }),
      curves,
    })),
    noiseLineDba: roundUp.noiseLineDba,
    noiseLinesDba: view.brief.noiseLinesDba,
    firstShown: view.brief.schools.temperature.choice === 'restated' ? 'temperature' : 'rise',
    fileName: codeOf(roundUp.title, new Set()),
    source: sourceWords(view),
    meterDistanceCm: rig.meterDistanceCm,
    runLabels: Object.fromEntries(runs.map((run) => [run.id, run.label])),
  };
  return pack(data);
});

export default async function CurvesPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  return (
    <>
      <ApartNote roundUpId={id} apart={await viewKeptApart(id)} />
      <CurvesStage packed={packedCurves(view)} />
    </>
  );
}
