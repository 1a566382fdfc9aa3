import { PAGES } from '@/contracts/roundUpPages';
import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { minuteNow, today } from '@/app/today';
import { viewBench } from '@/lab/bench/benchView';
import { BenchStage } from '@/stages/bench/benchStage';

export const metadata = { title: PAGES.bench.name };

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await viewBench(id, { day: today(), minute: minuteNow() });
  if (!view) notFound();
  const { last, ...rest } = view;
  const origin = `http://${(await headers()).get('host') ?? '127.0.0.1:4780'}`;
  const ended = last?.session.ended ? { state: last.session.state, advice: last.advice } : null;
  return <BenchStage data={{ roundUpId: id, ...rest, last: ended, origin, today: today() }} />;
}
