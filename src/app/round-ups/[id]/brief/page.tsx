import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { viewBrief } from '@/lab/planning/briefView';
import { cardParts } from '@/lab/planning/cardRig';
import { BriefStage } from '@/stages/brief/briefStage';

export default async function BriefPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const [view, brief] = await Promise.all([roundUpView(id), viewBrief(id)]);
  if (!view || !brief) notFound();
  return (
    <BriefStage
      data={{ roundUpId: id, ...brief, runs: view.runs.length, ...cardParts(view, brief.sheet.body) }}
    />
  );
}
