import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { runPage } from '@/lab/runs/runPage';
import { RunStage } from '@/stages/run/runStage';

export const metadata = { title: 'Run' };

export default async function RunPage({ params }: { params: Promise<{ id: string; run: string }> }) {
  const { id, run } = await params;
  const view = await roundUpView(idFrom(id));
  const data = view && (await runPage(view, idFrom(run)));
  if (!data) notFound();
  return <RunStage data={data} />;
}
