import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { questionOf } from '@/core/brief/questions';
import { againstLimits } from '@/core/lineUp/fitsLimits';
import { hasDie } from '@/core/runs/labRun';
import { loadKey } from '@/core/runs/load';
import { loadParam } from '@/core/runs/loadParam';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { OlderNote } from '@/stages/rig/olderNote';
import { roundUpView } from '@/app/roundUpView';
import { verdictOf } from '@/lab/verdictView';
import { ApartNote } from '@/stages/rig/apartNote';
import { viewKeptApart } from '@/lab/rigView';
import { VerdictStage } from '@/stages/verdict/verdictStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function VerdictPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const one = (value: string | string[] | undefined) => (Array.isArray(value) ? value[0] : value);
  const view = await roundUpView(id);
  if (!view) notFound();
  const verdict = verdictOf(view, { load: one(query.load), line: one(query.line) });
  const { loads, chosen, lineDb, ranking, others, method } = verdict;
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
          loads: loads.map(({ load, label }) => ({ key: loadParam(load), label })),
          load: loadParam(chosen.load),
          loadLabel: chosen.label,
          lineDb,
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
