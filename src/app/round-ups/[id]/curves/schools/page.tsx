import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { placedEntries } from '@/lab/model/pageEntries';
import { roundUpView } from '@/app/roundUpView';
import { numberIn, type Query } from '@/app/numberIn';
import { viewSchools } from '@/lab/orders/schoolsView';
import { SchoolsStage } from '@/stages/schools/schoolsStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function SchoolsPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const view = await roundUpView(id);
  if (!view) notFound();
  const found = await viewSchools(view, {
    load: [query.load].flat()[0] ?? '',
    lineDb: numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba,
    rpm: numberIn(query.rpm, 'speedRpm'),
    dutyPct: numberIn(query.duty, 'dutyPct'),
  });
  if (!found)
    return (
      <div className="max-w-2xl px-4 py-6 md:px-7">
        <h2 className="font-display text-[22px] font-bold">Nothing to compare yet</h2>
        <p className="pt-2">Runs that count, at a load, come first.</p>
      </div>
    );
  const entries = placedEntries(view);
  return <SchoolsStage data={{ ...found, roundUpId: id, entries }} />;
}
