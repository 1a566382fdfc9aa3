import { PAGES } from '@/contracts/roundUpPages';
import { isWithoutHeat } from '@/core/brief/brief';
import { leftOutWords } from '@/core/plan/leftOut';
import { loadLabel, loadKey } from '@/core/runs/load';
import { deletedRuns, offeredColumns, packedLogbook } from '@/lab/runs/logbookRows';
import { slippedRuns } from '@/lab/runs/notedRuns';
import { offeredPlaces } from '@/lab/air/readPlaces';
import { loadsOf } from '@/lab/model/roundUpView';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { OlderNote } from '@/stages/rig/olderNote';
import { LogbookStage } from '@/stages/logbook/logbookStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.logbook.name };

export default async function LogbookPage(address: Address) {
  const { id, view, query } = await asked(address);
  const wanted = new Set([query.columns ?? ''].flat().join(',').split(','));
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
        leftOut={leftOutWords(
          view.leftOut,
          view.runs,
          (code) => entries.find(({ entry }) => entry === code)?.product ?? code,
        )}
      />
    </>
  );
}
