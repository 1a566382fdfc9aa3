import { PAGES } from '@/contracts/roundUpPages';
import { notFound } from 'next/navigation';
import { viewBrief } from '@/lab/planning/briefView';
import { cardParts } from '@/lab/planning/cardRig';
import { BriefStage } from '@/stages/brief/briefStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.brief.name };

export default async function BriefPage(address: Address) {
  const { id, view } = await asked(address);
  const brief = await viewBrief(id);
  if (!brief) notFound();
  return (
    <BriefStage
      data={{ roundUpId: id, ...brief, runs: view.runs.length, ...cardParts(view, brief.sheet.body) }}
    />
  );
}
