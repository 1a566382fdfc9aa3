import { NothingYet } from '@/stages/desk/nothingYet';
import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { responseChoice } from '@/lab/model/responseView';
import { roundUpView } from '@/app/roundUpView';
import { numberIn, type Query } from '@/app/numberIn';
import { viewWays } from '@/lab/orders/waysView';
import { WaysStage } from '@/stages/ways/waysStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function WaysPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const view = await roundUpView(id);
  if (!view) notFound();
  const found = await viewWays(view, {
    ...responseChoice(query),
    load: [query.load].flat()[0] ?? '',
    lineDb: numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba,
    rpm: numberIn(query.rpm, 'speedRpm'),
    dutyPct: numberIn(query.duty, 'dutyPct'),
  });
  if (!found)
    return <NothingYet title="Nothing to compare yet">Runs that count, at a load, come first.</NothingYet>;
  return <WaysStage data={found} />;
}
