import { PAGES } from '@/contracts/roundUpPages';
import { NothingYet } from '@/stages/desk/nothingYet';
import { placedEntries } from '@/lab/model/pageEntries';
import { viewWeights } from '@/lab/orders/beyond/weightsView';
import { WeightsStage } from '@/stages/weights/weightsStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.weights.name };

export default async function WeightsPage(address: Address) {
  const { id, view, query } = await asked(address);
  const found = viewWeights(view, [query.weights].flat()[0]);
  if (!found)
    return (
      <NothingYet title="Nothing to weigh yet">
        Runs at fixed watts come first: K/W is what their loads have in common.
      </NothingYet>
    );
  const entries = placedEntries(view);
  return <WeightsStage data={{ ...found, roundUpId: id, entries }} />;
}
