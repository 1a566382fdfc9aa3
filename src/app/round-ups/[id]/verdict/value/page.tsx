import { PAGES } from '@/contracts/roundUpPages';
import { today } from '@/app/today';
import { valuePage } from '@/lab/orders/readers/valuePage';
import { verdictQuery } from '@/lab/orders/verdictView';
import { ValueStage } from '@/stages/value/valueStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.value.name };

export default async function ValuePage(address: Address) {
  const { view, query } = await asked(address);
  const data = await valuePage(view, verdictQuery(query));
  return <ValueStage data={{ ...data, today: today() }} />;
}
