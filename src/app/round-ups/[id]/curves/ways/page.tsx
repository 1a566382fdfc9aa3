import { PAGES } from '@/contracts/roundUpPages';
import { NothingYet } from '@/stages/desk/nothingYet';
import { responseChoice } from '@/lab/model/responseView';
import { numberIn } from '@/app/numberIn';
import { waysPage } from '@/lab/orders/waysPage';
import { WaysStage } from '@/stages/ways/waysStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.ways.name };

export default async function WaysPage(address: Address) {
  const { view, query, text } = await asked(address);
  const found = await waysPage(view, {
    ...responseChoice(query),
    load: text('load'),
    lineDb: numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba,
    // The last two that were picked out, else those who are in hand on other pages.
    inHand: [...text('pick').split(',').slice(-2), text('one'), text('other')].filter(Boolean),
    rpm: numberIn(query.rpm, 'speedRpm'),
    dutyPct: numberIn(query.duty, 'dutyPct'),
  });
  if (!found)
    return <NothingYet title="Nothing to compare yet">Runs that count, at a load, come first.</NothingYet>;
  return <WaysStage data={found} />;
}
