import { rigsPage } from '@/lab/orders/rigsPage';
import { verdictQuery } from '@/lab/orders/verdictView';
import { RigsStage } from '@/stages/rigs/rigsStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: 'All rigs' };

export default async function RigsPage(address: Address) {
  const { view, query } = await asked(address);
  const data = await rigsPage(view, verdictQuery(query));
  if (!data)
    return (
      <div className="max-w-2xl px-4 py-6 md:px-7">
        <h2 className="font-display text-[22px] font-bold">This round-up has one rig</h2>
        <p className="pt-2">
          Whole cases or two platforms have a rig for each: choose another one in Rig, or a new one, and
          measure there, too. This page then shows all rigs in one table.
        </p>
      </div>
    );
  return <RigsStage data={data} />;
}
