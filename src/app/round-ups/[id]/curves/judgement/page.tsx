import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { numberIn, type Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { pack } from '@/core/packed';
import { judgementPage } from '@/lab/orders/judgementPage';
import { responseChoice } from '@/lab/model/responseView';
import { JudgementStage } from '@/stages/judgement/judgementStage';

/** What a decibel must lower R by to be worth it, as a share; what cannot be is the usual half per cent. */
function worthIn(asked: string | string[] | undefined): number | undefined {
  const percent = Number([asked].flat()[0] || Number.NaN);
  return percent >= 0.01 && percent <= 50 ? percent / 100 : undefined;
}

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function JudgementPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const view = await roundUpView(id);
  if (!view) notFound();
  const lineDb = numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba;
  const data = await judgementPage(view, {
    ...responseChoice(query),
    ...{ lineDb, load: [query.load].flat()[0] ?? '', worth: worthIn(query.worth) },
  });
  if (!data)
    return (
      <div className="max-w-2xl px-4 py-6 md:px-7">
        <h2 className="font-display text-[22px] font-bold">Nothing to judge yet</h2>
        <p className="pt-2">Runs that count, at a load and within reach of the noise line, come first.</p>
      </div>
    );
  return (
    <JudgementStage
      key={`${lineDb} ${data.load} ${data.rule.worth} ${data.response.id} ${data.place}`}
      packed={pack(data)}
    />
  );
}
