import { PAGES } from '@/contracts/roundUpPages';
import { today } from '@/app/today';
import { casesOfLineUp } from '@/lab/lineUp/cases';
import { usualKind } from '@/core/lineUp/usualKind';
import { viewKnownProducts } from '@/lab/lineUp/changeLineUp';
import { offersOfLab } from '@/lab/lineUp/fromTheLab';
import { fanAirspeeds } from '@/lab/air/fanAirspeeds';
import { viewShownLineUp } from '@/lab/lineUp/shownLineUp';
import { LineUpStage } from '@/stages/lineUp/lineUpStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.lineUp.name };

export default async function LineUpPage(address: Address) {
  const { id, view } = await asked(address);
  const items = await viewShownLineUp(id);
  return (
    <LineUpStage
      roundUpId={id}
      items={items}
      offers={await offersOfLab(id, '')}
      today={today()}
      kind={usualKind(view.brief.question)}
      known={await viewKnownProducts()}
      airspeeds={await fanAirspeeds()}
      enclosure={view.roundUp.rig.enclosure}
      labCases={await casesOfLineUp(items, view.roundUp.rig.enclosure)}
    />
  );
}
