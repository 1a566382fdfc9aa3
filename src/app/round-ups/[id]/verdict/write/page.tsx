import { clockNow } from '@/clock/clockNow';
import { PAGES } from '@/contracts/roundUpPages';
import { writePage } from '@/lab/publish/writeView';
import { WriteStage } from '@/stages/write/writeStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.write.name };

export default async function WritePage(address: Address) {
  const { view } = await asked(address);
  return <WriteStage data={await writePage(view, clockNow())} />;
}
