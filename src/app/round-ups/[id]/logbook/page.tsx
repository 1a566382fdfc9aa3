import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { isWithoutHeat } from '@/core/brief/brief';
import { loadLabel, loadKey } from '@/core/runs/load';
import { deletedRuns, offeredColumns, packedLogbook } from '@/lab/runs/logbookRows';
import { slippedRuns } from '@/lab/runs/notedRuns';
import { offeredPlaces } from '@/lab/air/readPlaces';
import { loadsOf } from '@/lab/model/roundUpView';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { OlderNote } from '@/stages/rig/olderNote';
import { roundUpView } from '@/app/roundUpView';
import { LogbookStage } from '@/stages/logbook/logbookStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ columns?: string | string[] }>;
}

export default async function LogbookPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const wanted = new Set([(await searchParams).columns ?? ''].flat().join(',').split(','));
  const view = await roundUpView(id);
  if (!view) notFound();
  const { entries } = view;
  const loads = loadsOf(view).map((load) => ({ ...load, key: loadKey(load), label: loadLabel(load) }));
  const deleted = await deletedRuns(view);
  const offered = await offeredColumns(view);
  const places = await offeredPlaces(view);
  const columns = offered.filter((column) => wanted.has(column.key));
  return (
    <>
      <OlderNote sentence={olderRunsSentence(view.runs, view.roundUp.beganAt)} />
      <LogbookStage
        roundUpId={id}
        packedRows={await packedLogbook(view, columns)}
        columns={columns.map(({ key, name, unit, decimals }) => ({ key, name, unit, decimals }))}
        offered={offered.map(({ key, name }) => ({ key, name }))}
        loads={loads}
        entries={entries.map(({ entry, product }) => ({ entry, product }))}
        deleted={deleted}
        slips={await slippedRuns(view)}
        places={places}
        readsAir={isWithoutHeat(view.brief)}
      />
    </>
  );
}
