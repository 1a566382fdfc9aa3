import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { viewWriting } from '@/lab/publish/writeView';
import { VideoPlatesStage } from '@/stages/videoPlates/videoPlatesStage';

export default async function PlatesForVideoPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { loads, responses } = await viewWriting(view);
  const entries = view.entries.map(({ entry, product }, position) => ({ entry, product, position }));
  return (
    <VideoPlatesStage
      data={{ roundUpId: id, entries, loads, responses, lineDb: view.roundUp.noiseLineDba }}
    />
  );
}
