import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { loadsOf, notedRuns } from '@/lab/roundUpView';
import { plural } from '@/ui/figures';
import { Header } from '@/ui/header';
import { StageRail, type RailStage } from '@/ui/stageRail';

interface Props {
  children: React.ReactNode;
  params: Promise<{ id: string }>;
}

export const dynamic = 'force-dynamic';

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const view = await roundUpView(idFrom((await params).id));
  return { title: view?.roundUp.title };
}

export default async function RoundUpLayout({ children, params }: Props) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { roundUp } = view;
  const entries = view.entries.length;
  const runs = view.runs.length;
  const flags = notedRuns(view).filter((of) => of.flagged).length;
  const loads = loadsOf(view).length;
  const later = 'not built yet';
  const stages: RailStage[] = [
    { name: 'Brief', note: later, segment: null, progress: 'open' },
    { name: 'Line-up', note: later, segment: null, progress: 'open' },
    { name: 'Rig', note: later, segment: null, progress: 'open' },
    { name: 'Plan', note: later, segment: null, progress: 'open' },
    { name: 'Bench', note: later, segment: null, progress: 'open' },
    {
      name: 'Logbook',
      note: runs === 0 ? 'no runs' : plural(flags, 'flag'),
      segment: 'logbook',
      progress: runs === 0 ? 'open' : flags > 0 ? 'begun' : 'done',
    },
    {
      name: 'Curves',
      note: runs === 0 ? 'no runs' : plural(loads, 'load'),
      segment: 'curves',
      progress: runs === 0 ? 'open' : 'begun',
    },
    {
      name: 'Verdict',
      note: plural(entries, 'entry', 'entries'),
      segment: 'verdict',
      progress: runs === 0 ? 'open' : 'begun',
    },
  ];
  const { rig } = roundUp;
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <Header
        title={roundUp.title}
        under={`${rig.name} · ${rig.enclosure === 'open' ? 'open bench' : rig.enclosure}, revision ${rig.revision}`}
      />
      <StageRail base={`/round-ups/${id}`} stages={stages} />
      <main className="flex min-h-0 flex-1 flex-col">{children}</main>
    </div>
  );
}
