import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { writePage } from '@/lab/publish/writeView';
import { WriteStage } from '@/stages/write/writeStage';

export default async function WritePage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  return <WriteStage data={await writePage(view, new Date())} />;
}
