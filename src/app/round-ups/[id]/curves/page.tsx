import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import type { Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { responseChoice } from '@/lab/model/responseView';
import { curvesPage } from '@/lab/orders/curvesPage';
import { viewKeptApart } from '@/lab/planning/rigView';
import { CurvesStage } from '@/stages/curves/curvesStage';
import { ApartNote } from '@/stages/rig/apartNote';
import { OlderNote } from '@/stages/rig/olderNote';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function CurvesPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const choice = responseChoice(await searchParams);
  const view = await roundUpView(id);
  if (!view) notFound();
  return (
    <>
      <ApartNote roundUpId={id} apart={await viewKeptApart(id)} />
      <OlderNote sentence={olderRunsSentence(view.runs, view.roundUp.beganAt)} />
      <CurvesStage key={JSON.stringify(choice)} packed={await curvesPage(view, choice)} />
    </>
  );
}
