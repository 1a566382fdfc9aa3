import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { numberIn, type Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { viewGrid } from '@/lab/orders/gridView';
import { GridStage } from '@/stages/grid/gridStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function GridPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const view = await roundUpView(id);
  if (!view) notFound();
  const shared = Number([query.shared].flat()[0] ?? '');
  const found = await viewGrid(view, {
    load: [query.load].flat()[0] ?? '',
    lineDb: numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba,
    sharedKPerW: shared >= 0 && shared < 10 ? shared : 0,
  });
  if (!found)
    return (
      <div className="max-w-2xl px-4 py-6 md:px-7">
        <h2 className="font-display text-[22px] font-bold">No grid yet</h2>
        <p className="pt-2">Heatsinks with several fans, measured at fixed watts, come first.</p>
      </div>
    );
  return <GridStage data={{ ...found, roundUpId: id }} />;
}
