import { PAGES } from '@/contracts/roundUpPages';
import { numberIn } from '@/app/numberIn';
import { pairPage } from '@/lab/orders/pairs/pairPage';
import { NothingYet } from '@/stages/desk/nothingYet';
import { PairStage } from '@/stages/pair/pairStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.pair.name };

export default async function PairPage(address: Address) {
  const { view, query, text } = await asked(address);
  const data = await pairPage(view, {
    lineDb: numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba,
    ...{ load: text('load'), one: text('one'), other: text('other') },
  });
  if (!data)
    return (
      <NothingYet title="Nothing to compare yet">Two entries with runs that count come first.</NothingYet>
    );
  return <PairStage data={data} />;
}
