import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { NuqsAdapter } from 'nuqs/adapters/next/app';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { viewRail } from '@/lab/roundUps/railView';
import { rigTrouble } from '@/lab/drift/watchView';
import { TroubleNote } from '@/stages/watch/troubleNote';
import { placedCount } from '@/lab/orders/verdictView';
import { notedRuns } from '@/lab/runs/notedRuns';
import { plural } from '@/ui/marks/figures';
import { Header } from '@/ui/frame/header';
import { PAGES } from '@/contracts/roundUpPages';
import { StageRail, type RailStage } from '@/ui/frame/stageRail';

interface Props {
  children: React.ReactNode;
  params: Promise<{ id: string }>;
}

export const dynamic = 'force-dynamic';

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const view = await roundUpView(idFrom((await params).id));
  if (!view) return {};
  const { title } = view.roundUp;
  // What a template fills in is its “%s”, which a round-up may bear in its name.
  return { title: { default: title, template: `%s · ${title.replaceAll('%s', '% s')} · Abanico` } };
}

export default async function RoundUpLayout({ children, params }: Props) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { roundUp } = view;
  const entries = view.entries.length;
  const runs = view.runs.length;
  const flags = (await notedRuns(view)).filter((notedRun) => notedRun.flagged).length;
  const rail = await viewRail(id);
  const { plan } = rail;
  const counting = view.runs.filter((run) => run.setAside === '');
  const measured = new Set(counting.map((run) => run.entry)).size;
  const ranked = await placedCount(view);
  const trouble = await rigTrouble(view);
  const stages: RailStage[] = [
    {
      ...PAGES.brief,
      note: rail.briefDecided ? 'decided' : 'to decide',
      progress: rail.briefDecided ? 'done' : 'open',
    },
    {
      ...PAGES.lineUp,
      note:
        entries === 0
          ? 'empty'
          : rail.entriesUnnoted > 0
            ? `${rail.entriesUnnoted} unnoted`
            : plural(entries, 'entry', 'entries'),
      progress: entries === 0 ? 'open' : rail.entriesUnnoted > 0 ? 'begun' : 'done',
    },
    {
      ...PAGES.rig,
      note: `revision ${roundUp.rig.revision}`,
      progress: rail.rigNoted ? 'done' : 'begun',
    },
    {
      ...PAGES.plan,
      note: plan ? `${plan.done} of ${plan.planned}` : 'no plan',
      progress: !plan ? 'open' : plan.done >= plan.planned ? 'done' : 'begun',
    },
    {
      ...PAGES.bench,
      note: rail.onRig ? 'on the rig' : plan ? `${plan.planned - plan.done} to go` : 'no plan',
      progress:
        plan && plan.done >= plan.planned ? 'done' : rail.onRig || (plan && plan.done > 0) ? 'begun' : 'open',
    },
    {
      ...PAGES.logbook,
      note: runs === 0 ? 'no runs' : flags > 0 ? plural(flags, 'flag') : plural(runs, 'run'),
      progress: runs === 0 ? 'open' : flags > 0 ? 'begun' : 'done',
    },
    {
      ...PAGES.curves,
      note: runs === 0 ? 'no runs' : `${measured} of ${entries}`,
      progress: measured === 0 ? 'open' : measured < entries ? 'begun' : 'done',
    },
    {
      ...PAGES.verdict,
      note: runs === 0 ? 'no runs' : ranked === 0 ? 'none placed' : `${ranked} placed`,
      progress: ranked === 0 ? 'open' : 'begun',
    },
  ];
  const { rig } = roundUp;
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh print:block print:h-auto">
      <div className="print:hidden">
        <Header
          title={roundUp.title}
          under={`${rig.name} · ${rig.enclosure === 'open' ? 'open bench' : rig.enclosure}, revision ${rig.revision}`}
        />
        <StageRail base={`/round-ups/${id}`} stages={stages} />
        {trouble && <TroubleNote roundUpId={id} {...trouble} />}
      </div>
      <main id="main" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
        <NuqsAdapter>{children}</NuqsAdapter>
      </main>
    </div>
  );
}
