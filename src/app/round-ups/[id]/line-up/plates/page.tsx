import { PAGES } from '@/contracts/roundUpPages';
import { notFound } from 'next/navigation';
import { roundUpView } from '@/app/roundUpView';
import { platesPage } from '@/lab/lineUp/plates';
import { PlatesStage } from '@/stages/plates/platesStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.plates.name };

export default async function PlatesPage(address: Address) {
  const { id } = await asked(address);
  if (!(await roundUpView(id))) notFound();
  // Fans and layouts have none.
  const items = await platesPage(id);
  if (items.length === 0)
    return (
      <div className="max-w-2xl px-4 py-6 md:px-7">
        <h2 className="font-display text-[22px] font-bold">No plates here</h2>
        <p className="pt-2">Fans and layouts have none: a cooler’s entry is where one is measured.</p>
      </div>
    );
  return <PlatesStage items={items} />;
}
