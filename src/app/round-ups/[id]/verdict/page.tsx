import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { questionOf } from '@/core/brief/questions';
import { againstLimits } from '@/core/lineUp/fitsLimits';
import type { Response } from '@/core/responses/responses';
import { hasDie } from '@/core/runs/labRun';
import { loadKey } from '@/core/runs/load';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { OlderNote } from '@/stages/rig/olderNote';
import { roundUpView } from '@/app/roundUpView';
import { verdictOf, verdictQuery } from '@/lab/verdictView';
import { ApartNote } from '@/stages/rig/apartNote';
import { viewKeptApart } from '@/lab/rigView';
import { VerdictStage } from '@/stages/verdict/verdictStage';

function plainResponse({ id, name, unit, decimals, better, assumed, absent }: Response) {
  return { id, name, unit, decimals, better, assumed, absent };
}

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function VerdictPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = verdictQuery(await searchParams);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { loads, chosen, shown, lineAt, ranking, others, method } = await verdictOf(view, query);
  const atLoad = view.runs.filter((run) => loadKey(run) === loadKey(chosen.load) && run.setAside === '');
  return (
    <>
      <ApartNote roundUpId={id} apart={await viewKeptApart(id)} />
      <OlderNote sentence={olderRunsSentence(view.runs, view.roundUp.beganAt)} />
      <VerdictStage
        data={{
          roundUpId: id,
          entries: view.entries.map((entry, position) => ({
            ...entry,
            position,
            against: againstLimits(entry, view.brief.limits),
          })),
          loads: loads.map(({ load, label }) => ({ key: loadKey(load), label })),
          load: loadKey(chosen.load),
          loadLabel: chosen.label,
          lineAt,
          response: plainResponse(shown.response),
          against: shown.against,
          place: shown.place,
          responses: shown.responses.map(({ id: value, name }) => ({ id: value, name })),
          places: shown.places,
          againsts: shown.againsts,
          referenceAmbientC: view.roundUp.referenceAmbientC,
          noun: questionOf(view.brief.question).one,
          ranking,
          others,
          linesDba: view.brief.noiseLinesDba,
          method,
          withoutDie: atLoad.length > 0 && !atLoad.some(hasDie),
        }}
      />
    </>
  );
}
