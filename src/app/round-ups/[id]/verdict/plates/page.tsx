import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { placedEntries } from '@/lab/model/pageEntries';
import { roundUpView } from '@/app/roundUpView';
import { viewWriting } from '@/lab/publish/writeView';
import { VideoPlatesStage } from '@/stages/videoPlates/videoPlatesStage';

export default async function PlatesForVideoPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { loads, responses } = await viewWriting(view);
  const entries = placedEntries(view);
  return (
    <VideoPlatesStage
      data={{ roundUpId: id, entries, loads, responses, lineDb: view.roundUp.noiseLineDba }}
    />
  );
}
