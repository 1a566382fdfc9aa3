import { PAGES } from '@/contracts/roundUpPages';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { responseChoice } from '@/lab/model/responseView';
import { curvesPage } from '@/lab/orders/curvesPage';
import { viewKeptApart } from '@/lab/planning/rigView';
import { CurvesStage } from '@/stages/curves/curvesStage';
import { ApartNote } from '@/stages/rig/apartNote';
import { OlderNote } from '@/stages/rig/olderNote';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.curves.name };

export default async function CurvesPage(address: Address) {
  const { id, view, query } = await asked(address);
  const choice = responseChoice(query);
  return (
    <>
      <ApartNote roundUpId={id} apart={await viewKeptApart(id)} />
      <OlderNote sentence={olderRunsSentence(view.runs, view.roundUp.beganAt)} />
      <CurvesStage key={JSON.stringify(choice)} packed={await curvesPage(view, choice)} />
    </>
  );
}
