import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import type { Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { today } from '@/app/today';
import { valuePage } from '@/lab/orders/valuePage';
import { verdictQuery } from '@/lab/orders/verdictView';
import { ValueStage } from '@/stages/value/valueStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function ValuePage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const data = await valuePage(view, verdictQuery(await searchParams));
  return <ValueStage data={{ ...data, today: today() }} />;
}
