import { NothingYet } from '@/stages/desk/nothingYet';
import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { numberIn, type Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { pack } from '@/core/packed';
import { beyondPage } from '@/lab/orders/beyondPage';
import { responseChoice } from '@/lab/model/responseView';
import { BeyondStage } from '@/stages/beyond/beyondStage';

/** What a decibel must lower R by to be worth it, as a share; what cannot be is the usual half per cent. */
function worthIn(asked: string | string[] | undefined): number | undefined {
  const percent = Number([asked].flat()[0] || Number.NaN);
  return percent >= 0.01 && percent <= 50 ? percent / 100 : undefined;
}

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function BeyondPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const view = await roundUpView(id);
  if (!view) notFound();
  const lineDb = numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba;
  const data = await beyondPage(view, {
    ...responseChoice(query),
    ...{ lineDb, load: [query.load].flat()[0] ?? '', worth: worthIn(query.worth) },
  });
  if (!data)
    return (
      <NothingYet title="Nothing to judge yet">
        Runs that count, at a load and within reach of the noise line, come first.
      </NothingYet>
    );
  return (
    <BeyondStage
      key={`${lineDb} ${data.load} ${data.rule.worth} ${data.response.id} ${data.place}`}
      packed={pack(data)}
    />
  );
}
