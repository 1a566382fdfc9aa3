import { loadKey } from '@/core/runs/load';
import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { pack } from '@/core/packed';
import { lineRule } from '@/core/ranking/rankAtLine';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { OlderNote } from '@/stages/rig/olderNote';
import { roundUpView } from '@/app/roundUpView';
import { codeOf } from '@/lab/codeOf';
import { onceFor } from '@/lab/keptWhileUnwritten';
import { responseChoice, viewResponse, type ResponseView } from '@/lab/responseView';
import { sourceWords, type RoundUpView } from '@/lab/roundUpView';
import { allAlike } from '@/core/responses/allAlike';
import { viewKeptApart } from '@/lab/rigView';
import { ApartNote } from '@/stages/rig/apartNote';
import type { CurvesData } from '@/stages/curves/curvesData';
import { CurvesStage } from '@/stages/curves/curvesStage';

function packedCurves(view: RoundUpView, shown: ResponseView): string {
  const { roundUp, entries, runs } = view;
  const { rig, referenceAmbientC } = roundUp;
  const { response, against, place, responses, places, againsts } = shown;
  const data: CurvesData = {
    roundUpId: roundUp.id,
    title: roundUp.title,
    entries: entries.map(({ entry, product }, position) => ({ entry, product, position })),
    loads: shown.loads.map(({ load, label, curves }) => ({
      key: loadKey(load),
      label,
      fixedWatts: load.loadW > 0 && load.loadName === '',
      rule: lineRule(load, { referenceAmbientC, limitC: rig.limitC }),
      curves,
    })),
    noiseLineDba: roundUp.noiseLineDba,
    noiseLinesDba: view.brief.noiseLinesDba,
    firstShown: view.brief.schools.temperature.choice === 'restated' ? 'temperature' : 'rise',
    response,
    against,
    place,
    responses: responses.map(({ id, name }) => ({ id, name })),
    places,
    againsts,
    same: allAlike(response, shown.loads[0]?.curves ?? []),
    fileName: codeOf(roundUp.title, new Set()),
    source: sourceWords(view),
    meterDistanceCm: rig.meterDistanceCm,
    runLabels: Object.fromEntries(runs.map((run) => [run.id, run.label])),
  };
  return pack(data);
}

/** The page as a round-up opens with it, made once for as long as nothing is written. */
const packedFirst = onceFor(async (view: RoundUpView) => packedCurves(view, await viewResponse(view, {})));

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function CurvesPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const choice = responseChoice(await searchParams);
  const view = await roundUpView(id);
  if (!view) notFound();
  const isFirst = !choice.response && !choice.against && !choice.place;
  return (
    <>
      <ApartNote roundUpId={id} apart={await viewKeptApart(id)} />
      <OlderNote sentence={olderRunsSentence(view.runs, view.roundUp.beganAt)} />
      <CurvesStage
        key={JSON.stringify(choice)}
        packed={isFirst ? await packedFirst(view) : packedCurves(view, await viewResponse(view, choice))}
      />
    </>
  );
}
