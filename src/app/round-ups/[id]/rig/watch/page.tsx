import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import type { Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { watchPage } from '@/lab/drift/watchView';
import { WatchStage } from '@/stages/watch/watchStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function WatchPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const wanted = [(await searchParams).what].flat()[0];
  return <WatchStage data={await watchPage(view, wanted)} />;
}
