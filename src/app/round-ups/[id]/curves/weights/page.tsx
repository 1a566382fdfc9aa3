import { NothingYet } from '@/stages/desk/nothingYet';
import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import type { Query } from '@/app/numberIn';
import { placedEntries } from '@/lab/model/pageEntries';
import { roundUpView } from '@/app/roundUpView';
import { viewWeights } from '@/lab/orders/weightsView';
import { WeightsStage } from '@/stages/weights/weightsStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function WeightsPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const found = viewWeights(view, [(await searchParams).weights].flat()[0]);
  if (!found)
    return (
      <NothingYet title="Nothing to weigh yet">
        Runs at fixed watts come first: K/W is what their loads have in common.
      </NothingYet>
    );
  const entries = placedEntries(view);
  return <WeightsStage data={{ ...found, roundUpId: id, entries }} />;
}
