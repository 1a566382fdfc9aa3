import { PAGES } from '@/contracts/roundUpPages';
import { watchPage } from '@/lab/drift/watchView';
import { WatchStage } from '@/stages/watch/watchStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.watch.name };

export default async function WatchPage(address: Address) {
  const { view, query } = await asked(address);
  const wanted = [query.what].flat()[0];
  return <WatchStage data={await watchPage(view, wanted)} />;
}
