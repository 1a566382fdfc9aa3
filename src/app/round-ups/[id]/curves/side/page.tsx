import { PAGES } from '@/contracts/roundUpPages';
import { NothingYet } from '@/stages/desk/nothingYet';
import { numberIn } from '@/app/numberIn';
import { sidePage } from '@/lab/orders/pairs/sidePage';
import { SideStage } from '@/stages/side/sideStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.side.name };

export default async function SidePage(address: Address) {
  const { view, query } = await asked(address);
  const lineDb = numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba;
  const data = await sidePage(view, { lineDb, atFull: query.at === 'full' });
  if (!data)
    return (
      <NothingYet title="No entry can be ranked at this level">
        Runs that count, at a load and within reach of the noise line, come first.
      </NothingYet>
    );
  return <SideStage data={data} />;
}
