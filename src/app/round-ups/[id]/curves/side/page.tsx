import { NothingYet } from '@/stages/desk/nothingYet';
import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { numberIn, type Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { sidePage } from '@/lab/orders/sidePage';
import { SideStage } from '@/stages/side/sideStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function SidePage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const view = await roundUpView(id);
  if (!view) notFound();
  const lineDb = numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba;
  const data = await sidePage(view, { lineDb, atFull: query.at === 'full' });
  if (!data)
    return (
      <NothingYet title="No entry can be ranked at this level">
        Runs that count, at a load and within reach of the noise line, come first.
      </NothingYet>
    );
  return <SideStage data={data} />;
}
