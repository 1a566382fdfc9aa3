import { PAGES } from '@/contracts/roundUpPages';
import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { today } from '@/app/today';
import { viewRigSpread } from '@/lab/planning/rigSpreadView';
import { viewRig } from '@/lab/planning/rigView';
import { RigStage } from '@/stages/rig/rigStage';

export const metadata = { title: PAGES.rig.name };

export default async function RigPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const [rig, spread] = await Promise.all([viewRig(id), viewRigSpread(id)]);
  if (!rig || !spread) notFound();
  // Another revision is another form: what was typed for the one before does not belong to it.
  return <RigStage key={rig.currentId} data={{ roundUpId: id, ...rig, spread, today: today() }} />;
}
