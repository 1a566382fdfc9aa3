'use client';

import dynamic from 'next/dynamic';
import { isTyping } from '@/ui/isTyping';
import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { DeletedRun } from '@/core/runs/deletedRun';
import { unpack, type Packed } from '@/core/packed';
import type { LogbookRow, ValueColumn } from '@/core/runs/logbookRow';
import type { SlippedRun } from '@/lab/runs/notedRuns';
import { usePaste } from '../paste/usePaste';
import { LeftOutNote } from './leftOutNote';
import { SlipNotes } from './slipNotes';
import { DeletedRuns } from './deletedRuns';
import { LogbookTable } from './logbookTable';
import type { ReadingQuantity } from '@/core/responses/readingUnits';
import type { TypedLoad } from './typeRunRow';
import { LogbookHead, SHOWN } from './logbookHead';

// Forms come when one is opened: their schemas weigh more than the page, and most who come here read. Out of what the server draws, so that the page
// does not wait for them.
const PastePanel = dynamic(() => import('../paste/pastePanel').then((file) => file.PastePanel), {
  ssr: false,
});
const ManyActions = dynamic(() => import('./manyActions').then((file) => file.ManyActions), { ssr: false });
const TypeAirRow = dynamic(() => import('./typeAirRow').then((file) => file.TypeAirRow), { ssr: false });
const TypeRunRow = dynamic(() => import('./typeRunRow').then((file) => file.TypeRunRow), { ssr: false });

/** Every run as a line; the heading sorts, the fields above narrow. */
export function LogbookStage({
  roundUpId,
  packedRows,
  columns,
  offered,
  loads,
  entries,
  deleted,
  slips,
  places,
  readsAir,
  leftOut,
}: {
  roundUpId: number;
  packedRows: Packed<LogbookRow[]>;
  /** Columns of other values that are shown, and all that there are. */
  columns: ValueColumn[];
  offered: { key: string; name: string }[];
  loads: TypedLoad[];
  entries: { entry: string; product: string }[];
  deleted: DeletedRun[];
  slips: SlippedRun[];
  /** Where fans of this round-up were read. */
  places: { quantity: ReadingQuantity; place: string }[];
  /** Fans by their air are what this round-up is about. */
  readsAir: boolean;
  /** Planned points that the bench left out, with the reason. */
  leftOut: string[];
}) {
  const rows = unpack(packedRows);
  const [view, setView] = useQueryStates(
    {
      find: parseAsString.withDefault(''),
      entry: parseAsString.withDefault(''),
      load: parseAsString.withDefault(''),
      show: parseAsStringLiteral(SHOWN).withDefault('all'),
    },
    { history: 'replace' },
  );
  const [pasting, setPasting] = usePaste('runs');
  const [typing, setTyping] = useState<'heat' | 'air' | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const search = useRef<HTMLInputElement>(null);
  const shown = useMemo(() => {
    const wanted = view.find.trim().toLocaleLowerCase();
    return rows.filter(
      (row) =>
        (view.entry === '' || row.entry === view.entry) &&
        (view.load === '' || row.load === view.load) &&
        (view.show === 'all' || (view.show === 'flagged' ? row.flagged : row.state === 'set aside')) &&
        (wanted === '' ||
          `${row.label} ${row.product} ${row.setting} ${row.notes} ${row.state}`
            .toLocaleLowerCase()
            .includes(wanted)),
    );
  }, [rows, view]);
  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (isTyping(event.target)) return;
      if (event.altKey || event.ctrlKey || event.metaKey || (event.key !== '/' && event.key !== 'r')) return;
      event.preventDefault();
      if (event.key === '/') search.current?.focus();
      else setTyping(readsAir ? 'air' : 'heat');
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [readsAir]);

  const chosenRows = useMemo(() => rows.filter((row) => chosen.has(row.id)), [rows, chosen]);

  return (
    <div className="flex min-h-0 flex-1 flex-col px-4 pt-3.5 md:px-7">
      <LogbookHead
        {...{ roundUpId, rows, loads, offered, readsAir, view, search }}
        shown={shown.length}
        deleted={deleted.length}
        onView={(part) => void setView(part)}
        onPaste={() => setPasting({ kind: 'runs', text: '' })}
        onType={setTyping}
      />
      <SlipNotes roundUpId={roundUpId} slips={slips} />
      <LeftOutNote leftOut={leftOut} />
      {pasting && (
        <PastePanel
          key={pasting.text}
          roundUpId={roundUpId}
          pasting={pasting}
          kinds={['runs', 'rooms']}
          onKind={(kind) => setPasting({ ...pasting, kind })}
          onClose={() => setPasting(null)}
        />
      )}
      {typing === 'heat' && (
        <TypeRunRow roundUpId={roundUpId} entries={entries} loads={loads} onClose={() => setTyping(null)} />
      )}
      {typing === 'air' && (
        <TypeAirRow roundUpId={roundUpId} entries={entries} places={places} onClose={() => setTyping(null)} />
      )}
      {chosenRows.length > 0 && (
        <ManyActions
          roundUpId={roundUpId}
          chosen={chosenRows}
          entries={entries}
          onDone={() => setChosen(new Set())}
        />
      )}
      {view.show === 'deleted' ? (
        <DeletedRuns roundUpId={roundUpId} runs={deleted} />
      ) : rows.length === 0 ? (
        <p className="py-8">
          No runs yet. Import the logs of a session, paste a block from a spreadsheet (Ctrl V), or type the
          first run.
        </p>
      ) : shown.length === 0 ? (
        <p className="py-8">No run fits what is looked for.</p>
      ) : (
        <LogbookTable
          roundUpId={roundUpId}
          rows={shown}
          columns={columns}
          chosen={chosen}
          onChosen={setChosen}
        />
      )}
    </div>
  );
}
