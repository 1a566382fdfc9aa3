import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { loadLabel } from '@/core/runs/load';
import { loadParam } from '@/core/runs/loadParam';
import { packedLogbook } from '@/lab/logbookRows';
import { loadsOf } from '@/lab/roundUpView';
import { roundUpView } from '@/app/roundUpView';
import { LogbookStage } from '@/stages/logbook/logbookStage';

export default async function LogbookPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { entries } = view;
  const loads = loadsOf(view).map((load) => ({ key: loadParam(load), label: loadLabel(load) }));
  return (
    <LogbookStage
      roundUpId={id}
      packedRows={packedLogbook(view)}
      loads={loads}
      entries={entries.map(({ entry, product }) => ({ entry, product }))}
      firstLoadW={view.roundUp.loadsW[0]!}
    />
  );
}
