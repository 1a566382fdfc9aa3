import { PAGES } from '@/contracts/roundUpPages';
import { viewListening } from '@/lab/sound/soundPage';
import { ListenStage } from '@/stages/sound/listen/listenStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.listen.name };

export default async function ListenPage(address: Address) {
  const { view } = await asked(address);
  return <ListenStage data={await viewListening(view)} />;
}
