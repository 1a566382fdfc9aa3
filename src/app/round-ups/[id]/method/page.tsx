import { PAGES } from '@/contracts/roundUpPages';
import { notFound } from 'next/navigation';
import { methodCard } from '@/core/brief/methodCard';
import { viewBrief } from '@/lab/planning/briefView';
import { cardParts } from '@/lab/planning/cardRig';
import { MethodCardView } from '@/stages/brief/methodCardView';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.method.name };

/** The method card as a page of its own, for readers. */
export default async function MethodPage(address: Address) {
  const { id, view } = await asked(address);
  const brief = await viewBrief(id);
  if (!brief) notFound();
  const { rig, done } = cardParts(view, brief.sheet.body);
  return (
    <article className="mx-auto w-full max-w-2xl px-4 py-6">
      <h2 className="font-display pb-2 text-[24px] font-bold">
        {done ? 'How this was measured' : 'How this will be measured'}
      </h2>
      <MethodCardView answers={methodCard(brief.sheet.body, rig, done)} />
    </article>
  );
}
