import { PAGES } from '@/contracts/roundUpPages';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { verdictPage } from '@/lab/orders/verdictPage';
import { verdictQuery } from '@/lab/orders/verdictView';
import { versionState } from '@/lab/publish/versionState';
import { viewKeptApart } from '@/lab/planning/rigView';
import { ApartNote } from '@/stages/rig/apartNote';
import { OlderNote } from '@/stages/rig/olderNote';
import { VerdictStage } from '@/stages/verdict/verdictStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.verdict.name };

export default async function VerdictPage(address: Address) {
  const { id, view, query } = await asked(address);
  const data = await verdictPage(view, verdictQuery(query));
  return (
    <>
      <ApartNote roundUpId={id} apart={await viewKeptApart(id)} />
      <OlderNote sentence={olderRunsSentence(view.runs, view.roundUp.beganAt)} />
      <VerdictStage data={data} state={await versionState(view)} />
    </>
  );
}
