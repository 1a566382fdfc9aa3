import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { viewListening } from '@/lab/sound/soundPage';
import { ListenStage } from '@/stages/sound/listen/listenStage';

export default async function ListenPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  return <ListenStage data={await viewListening(view)} />;
}
