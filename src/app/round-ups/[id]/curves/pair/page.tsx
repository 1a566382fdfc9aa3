import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { numberIn, type Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { pairPage } from '@/lab/orders/pairPage';
import { NothingYet } from '@/stages/desk/nothingYet';
import { PairStage } from '@/stages/pair/pairStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function PairPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const view = await roundUpView(id);
  if (!view) notFound();
  const text = (name: string) => [query[name]].flat()[0] ?? '';
  const data = await pairPage(view, {
    lineDb: numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba,
    ...{ load: text('load'), one: text('one'), other: text('other') },
  });
  if (!data)
    return (
      <NothingYet title="Nothing to compare yet">Two entries with runs that count come first.</NothingYet>
    );
  return <PairStage data={data} />;
}
