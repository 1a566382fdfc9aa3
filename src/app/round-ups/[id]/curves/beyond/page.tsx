import { PAGES } from '@/contracts/roundUpPages';
import { NothingYet } from '@/stages/desk/nothingYet';
import { numberIn } from '@/app/numberIn';
import { pack } from '@/core/packed';
import { beyondPage } from '@/lab/orders/beyond/beyondPage';
import { responseChoice } from '@/lab/model/responseView';
import { BeyondStage } from '@/stages/beyond/beyondStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.beyond.name };

/** What a decibel must lower R by to be worth it, as a share; what cannot be is the usual half per cent. */
function worthIn(asked: string | string[] | undefined): number | undefined {
  const percent = Number([asked].flat()[0] || Number.NaN);
  return percent >= 0.01 && percent <= 50 ? percent / 100 : undefined;
}

export default async function BeyondPage(address: Address) {
  const { view, query, text } = await asked(address);
  const lineDb = numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba;
  const data = await beyondPage(view, {
    ...responseChoice(query),
    ...{ lineDb, load: text('load'), worth: worthIn(query.worth) },
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
