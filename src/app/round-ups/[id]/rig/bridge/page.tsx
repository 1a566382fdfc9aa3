import { PAGES } from '@/contracts/roundUpPages';
import { numberIn } from '@/app/numberIn';
import { bridgePage } from '@/lab/bridge/bridgePage';
import { BridgeStage } from '@/stages/bridge/bridgeStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.bridge.name };

export default async function BridgePage(address: Address) {
  const { view, query } = await asked(address);
  const data = await bridgePage(view, {
    revisionId: Number([query.from].flat()[0]),
    load: [query.load].flat()[0],
    lineDb: numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba,
  });
  return <BridgeStage data={data} />;
}
