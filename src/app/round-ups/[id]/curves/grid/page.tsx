import { PAGES } from '@/contracts/roundUpPages';
import { numberIn } from '@/app/numberIn';
import { viewGrid } from '@/lab/orders/beyond/gridView';
import { GridStage } from '@/stages/grid/gridStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.grid.name };

export default async function GridPage(address: Address) {
  const { id, view, query, text } = await asked(address);
  const shared = Number(text('shared'));
  const found = await viewGrid(view, {
    load: text('load'),
    lineDb: numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba,
    sharedKPerW: shared >= 0 && shared < 10 ? shared : 0,
  });
  if (!found)
    return (
      <div className="max-w-2xl px-4 py-6 md:px-7">
        <h2 className="font-display text-[22px] font-bold">No grid yet</h2>
        <p className="pt-2">Heatsinks with several fans, measured at fixed watts, come first.</p>
      </div>
    );
  return <GridStage data={{ ...found, roundUpId: id }} />;
}
