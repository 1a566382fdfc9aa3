import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { loadLabel } from '@/core/runs/load';
import { loadParam } from '@/core/runs/loadParam';
import { deletedRuns, packedLogbook } from '@/lab/logbookRows';
import { loadsOf } from '@/lab/roundUpView';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { OlderNote } from '@/stages/rig/olderNote';
import { roundUpView } from '@/app/roundUpView';
import { LogbookStage } from '@/stages/logbook/logbookStage';

export default async function LogbookPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { entries } = view;
  const loads = loadsOf(view).map((load) => ({ ...load, key: loadParam(load), label: loadLabel(load) }));
  const deleted = await deletedRuns(view);
  return (
    <>
      <OlderNote sentence={olderRunsSentence(view.runs, view.roundUp.beganAt)} />
      <LogbookStage
        roundUpId={id}
        packedRows={packedLogbook(view)}
        loads={loads}
        entries={entries.map(({ entry, product }) => ({ entry, product }))}
        deleted={deleted}
      />
    </>
  );
}
