import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { numberIn, type Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { bridgePage } from '@/lab/bridge/bridgePage';
import { BridgeStage } from '@/stages/bridge/bridgeStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function BridgePage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const query = await searchParams;
  const data = await bridgePage(view, {
    revisionId: Number([query.from].flat()[0]),
    load: [query.load].flat()[0],
    lineDb: numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba,
  });
  return <BridgeStage data={data} />;
}
