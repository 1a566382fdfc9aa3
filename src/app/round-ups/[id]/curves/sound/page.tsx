import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import type { Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { viewSound } from '@/lab/sound/soundPage';
import { SoundStage } from '@/stages/sound/soundStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

const recordingIn = (value: string | string[] | undefined) =>
  typeof value === 'string' && /^[1-9]\d{0,8}$/.test(value) ? Number(value) : null;

export default async function SoundPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const { clip, beside } = await searchParams;
  const view = await roundUpView(id);
  if (!view) notFound();
  const data = await viewSound(view, { clip: recordingIn(clip), beside: recordingIn(beside) });
  return <SoundStage data={data} />;
}
