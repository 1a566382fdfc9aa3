import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import type { Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { verdictPage } from '@/lab/orders/verdictPage';
import { verdictQuery } from '@/lab/orders/verdictView';
import { versionState } from '@/lab/publish/versionState';
import { viewKeptApart } from '@/lab/planning/rigView';
import { ApartNote } from '@/stages/rig/apartNote';
import { OlderNote } from '@/stages/rig/olderNote';
import { VerdictStage } from '@/stages/verdict/verdictStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function VerdictPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = verdictQuery(await searchParams);
  const view = await roundUpView(id);
  if (!view) notFound();
  const data = await verdictPage(view, query);
  return (
    <>
      <ApartNote roundUpId={id} apart={await viewKeptApart(id)} />
      <OlderNote sentence={olderRunsSentence(view.runs, view.roundUp.beganAt)} />
      <VerdictStage data={data} state={await versionState(view)} />
    </>
  );
}
