import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { numberIn, type Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { viewPairs } from '@/lab/orders/pairs';
import { allValues } from '@/lab/model/responseView';
import { viewSideBySide } from '@/lab/orders/sideBySide';
import { placesIn } from '@/core/ranking/sideColumn';
import { SideStage } from '@/stages/side/sideStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function SidePage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const atFull = query.at === 'full';
  const view = await roundUpView(id);
  if (!view) notFound();
  const lineDb = numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba;
  const source = await allValues(view);
  const byNoise = await viewSideBySide(view, { by: 'noise', lineDb }, source);
  const columns = atFull ? await viewSideBySide(view, { by: 'full' }, source) : byNoise;
  if (columns.length === 0)
    return (
      <div className="max-w-2xl px-4 py-6 md:px-7">
        <h2 className="font-display text-[22px] font-bold">Nothing can be placed at this level</h2>
        <p className="pt-2">Runs that count, at a load and within reach of the noise line, come first.</p>
      </div>
    );
  return (
    <SideStage
      data={{
        roundUpId: id,
        lineDb,
        entries: view.entries.map(({ entry, product }, position) => ({ entry, product, position })),
        columns,
        atFull,
        elsewhere: placesIn(atFull ? byNoise : await viewSideBySide(view, { by: 'full' }, source)),
        pairs: await viewPairs(view, lineDb),
        currency: view.brief.limits.currency,
      }}
    />
  );
}
