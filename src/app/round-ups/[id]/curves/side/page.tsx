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
      <div className="max-w-2xl px-4 py-6 md:px-7">
        <h2 className="font-display text-[22px] font-bold">Nothing can be placed at this level</h2>
        <p className="pt-2">Runs that count, at a load and within reach of the noise line, come first.</p>
      </div>
    );
  return <SideStage data={data} />;
}
