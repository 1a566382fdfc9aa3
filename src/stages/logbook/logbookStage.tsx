'use client';

import { MadeLink } from '@/ui/upload/madeLink';
import { isTyping } from '@/ui/isTyping';
import Link from 'next/link';
import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useEffect, useMemo, useRef, useState } from 'react';
import { plural } from '@/ui/marks/figures';
import type { DeletedRun } from '@/core/runs/deletedRun';
import { unpackRows, type ValueColumn } from '@/core/runs/logbookRow';
import type { SlippedRun } from '@/lab/runs/notedRuns';
import { PastePanel } from '../paste/pastePanel';
import { usePaste } from '../paste/usePaste';
import { SlipNotes } from './slipNotes';
import { ColumnChoice } from './columnChoice';
import { DeletedRuns } from './deletedRuns';
import { LogbookTable } from './logbookTable';
import { ManyActions } from './manyActions';
import { TypeAirRow } from './typeAirRow';
import type { ReadingQuantity } from '@/core/responses/readingUnits';
import { TypeRunRow, type TypedLoad } from './typeRunRow';

const SHOWN = ['all', 'flagged', 'set-aside', 'deleted'] as const;

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
}: {
  roundUpId: number;
  /** The rows as `packRows` packs them. */
  packedRows: string;
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
}) {
  const rows = useMemo(() => unpackRows(packedRows), [packedRows]);
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
  const flagged = rows.filter((row) => row.flagged).length;
  const aside = rows.filter((row) => row.state === 'set aside').length;
  const entryName = view.entry && (rows.find((row) => row.entry === view.entry)?.product ?? view.entry);

  return (
    <div className="flex min-h-0 flex-1 flex-col px-4 pt-3.5 md:px-7">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-2">
        <h2 className="font-display text-[22px] font-bold">
          {shown.length === rows.length
            ? plural(rows.length, 'run')
            : `${shown.length} of ${plural(rows.length, 'run')}`}
        </h2>
        <label className="flex items-center gap-2 rounded-md border border-hairline bg-raised px-3 py-1.5">
          <span className="sr-only">Find</span>
          <input
            ref={search}
            type="search"
            className="w-44 bg-transparent text-[14.5px] outline-none placeholder:text-ink2"
            placeholder="Find entry, setting, note"
            value={view.find}
            onChange={(event) => void setView({ find: event.target.value || null })}
          />
          <span className="key">/</span>
        </label>
        <div className="choices" role="group" aria-label="Heat load">
          <button aria-pressed={view.load === ''} onClick={() => void setView({ load: null })}>
            All
          </button>
          {loads.map((load) => (
            <button
              key={load.key}
              aria-pressed={view.load === load.key}
              onClick={() => void setView({ load: load.key })}
            >
              {load.label}
            </button>
          ))}
        </div>
        <div className="choices" role="group" aria-label="Which runs">
          <button aria-pressed={view.show === 'all'} onClick={() => void setView({ show: null })}>
            All
          </button>
          <button aria-pressed={view.show === 'flagged'} onClick={() => void setView({ show: 'flagged' })}>
            Flagged {flagged}
          </button>
          <button
            aria-pressed={view.show === 'set-aside'}
            onClick={() => void setView({ show: 'set-aside' })}
          >
            Set aside {aside}
          </button>
          {(deleted.length > 0 || view.show === 'deleted') && (
            <button aria-pressed={view.show === 'deleted'} onClick={() => void setView({ show: 'deleted' })}>
              Deleted {deleted.length}
            </button>
          )}
        </div>
        {entryName && (
          <button className="quiet-button text-[14px]" onClick={() => void setView({ entry: null })}>
            <span className="inline-block max-w-40 truncate align-bottom" dir="auto">
              {entryName}
            </span>{' '}
            only ✕
          </button>
        )}
        <div className="ml-auto flex items-center gap-2">
          <ColumnChoice offered={offered} />
          <button className="quiet-button" onClick={() => setPasting({ kind: 'runs', text: '' })}>
            Paste
          </button>
          <MadeLink className="quiet-button" href={`/round-ups/${roundUpId}/export`} download>
            Export
          </MadeLink>
          <Link className="quiet-button" href={`/bring?roundUp=${roundUpId}`}>
            Bring logs
          </Link>
          <button
            className="quiet-button"
            onClick={() => setTyping(readsAir ? 'heat' : 'air')}
            title={readsAir ? 'Settled means of a die' : 'Airspeed, pressure and flow at places'}
          >
            {readsAir ? 'Type a run with heat' : 'Type readings of a fan'}
          </button>
          <button className="act-button" onClick={() => setTyping(readsAir ? 'air' : 'heat')}>
            {readsAir ? 'Type readings' : 'Type a run'}{' '}
            <kbd className="ml-1 rounded border border-on-act/60 px-1 text-[12px] font-normal">r</kbd>
          </button>
        </div>
      </div>
      <SlipNotes roundUpId={roundUpId} slips={slips} />
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
          No runs yet. Bring logs of an evening, paste a block from a spreadsheet (Ctrl V), or type the first
          run.
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
