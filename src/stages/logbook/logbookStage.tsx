'use client';

import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import Link from 'next/link';
import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { figure, plural } from '@/ui/figures';
import type { LogbookRow } from './logbookRow';
import { RunStateMark } from './runStateMark';
import { TypeRunRow } from './typeRunRow';

const ROW_PX = 35;
const SERVER_ROWS = 40;
const noChange = () => () => undefined;
const SHOWN = ['all', 'flagged', 'set-aside'] as const;

const column = createColumnHelper<LogbookRow>();

function columns(roundUpId: number) {
  const number = (value: number | null, decimals: number) => (value === null ? '–' : figure(value, decimals));
  return [
    column.accessor('label', {
      header: 'Run',
      cell: ({ row }) => (
        <Link
          href={`/round-ups/${roundUpId}/runs/${row.original.id}`}
          className="text-ink2 underline-offset-2 hover:underline"
        >
          {row.original.label}
        </Link>
      ),
      meta: { width: 'minmax(48px, 0.3fr)' },
    }),
    column.accessor('product', {
      header: 'Entry',
      cell: (info) => (
        <Link
          href={`/round-ups/${roundUpId}/runs/${info.row.original.id}`}
          className="font-semibold"
          dir="auto"
          title={info.getValue()}
          tabIndex={-1}
        >
          {info.getValue()}
        </Link>
      ),
      meta: { width: 'minmax(104px, 1fr)' },
    }),
    column.accessor('loadW', {
      header: 'Load, W',
      cell: ({ row }) => row.original.loadLabel,
      meta: { number: true, width: '68px' },
    }),
    column.accessor('setting', { header: 'Fans', meta: { number: true, width: '64px' } }),
    column.accessor('pass', { header: 'Pass', meta: { number: true, width: '50px' } }),
    column.accessor('mount', { header: 'Mount', meta: { number: true, width: '60px' } }),
    column.accessor('noiseDb', {
      header: 'Read, dB(A)',
      cell: (i) => number(i.getValue(), 1),
      meta: { number: true, width: '92px' },
    }),
    column.accessor('floorDb', {
      header: 'Room',
      cell: (i) => number(i.getValue(), 1),
      meta: { number: true, width: '58px' },
    }),
    column.accessor('levelDb', {
      header: 'Cooler',
      cell: ({ row }) => (
        <b>
          {row.original.isUpperBound ? '≤\u202f' : ''}
          {figure(row.original.levelDb, 1)}
        </b>
      ),
      meta: { number: true, width: '68px' },
    }),
    column.accessor('ambientC', {
      header: 'Room, °C',
      cell: (i) => number(i.getValue(), 1),
      meta: { number: true, width: '78px' },
    }),
    column.accessor('powerW', {
      header: 'Power, W',
      cell: ({ row }) =>
        row.original.powerMeasured ? (
          number(row.original.powerW, 1)
        ) : (
          <span className="text-ink2">nominal</span>
        ),
      meta: { number: true, width: '78px' },
    }),
    column.accessor('riseK', {
      header: 'Rise, K',
      cell: (i) => <b>{number(i.getValue(), 1)}</b>,
      meta: { number: true, width: '66px' },
    }),
    column.accessor('resistanceKPerW', {
      header: 'K/W',
      cell: (i) => number(i.getValue(), 3),
      meta: { number: true, width: '62px' },
    }),
    column.accessor('state', {
      header: 'State',
      cell: (i) => <RunStateMark state={i.getValue()} />,
      meta: { width: '96px' },
    }),
    column.accessor('notes', {
      header: 'What to know',
      cell: (i) => (
        <span className="text-[13px] text-ink2" title={i.getValue()} dir="auto">
          {i.getValue()}
        </span>
      ),
      meta: { width: 'minmax(150px, 4fr)' },
    }),
  ];
}

interface Shape {
  number?: boolean;
  width: string;
}

function shapeOf(meta: unknown): Shape {
  return meta as Shape;
}

/** Every run as a line; the heading sorts, the fields above narrow. */
export function LogbookStage({
  roundUpId,
  packedRows,
  loads,
  entries,
  firstLoadW,
}: {
  roundUpId: number;
  /** The rows as JSON: thousands of objects cross to the browser far quicker as one text. */
  packedRows: string;
  loads: { key: string; label: string }[];
  entries: { entry: string; product: string }[];
  firstLoadW: number;
}) {
  const rows = useMemo(() => JSON.parse(packedRows) as LogbookRow[], [packedRows]);
  const [view, setView] = useQueryStates(
    {
      find: parseAsString.withDefault(''),
      entry: parseAsString.withDefault(''),
      load: parseAsString.withDefault(''),
      show: parseAsStringLiteral(SHOWN).withDefault('all'),
    },
    { history: 'replace' },
  );
  const [sorting, setSorting] = useState<SortingState>([]);
  const [typing, setTyping] = useState(false);
  const scroller = useRef<HTMLDivElement>(null);
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
  const inBrowser = useSyncExternalStore(
    noChange,
    () => true,
    () => false,
  );
  const defined = useMemo(() => columns(roundUpId), [roundUpId]);
  // eslint-disable-next-line react-hooks/incompatible-library -- the table is not memoised by its callers
  const table = useReactTable({
    // The server draws what a first window shows; the browser has them all.
    data: inBrowser ? shown : shown.slice(0, SERVER_ROWS),
    columns: defined,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const sorted = table.getRowModel().rows;
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
    initialRect: { width: 1280, height: 720 },
  });
  const grid = { gridTemplateColumns: defined.map((of) => shapeOf(of.meta).width).join(' ') };

  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (/^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName)) return;
      if (event.altKey || event.ctrlKey || event.metaKey || (event.key !== '/' && event.key !== 'r')) return;
      event.preventDefault();
      if (event.key === '/') search.current?.focus();
      else setTyping(true);
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

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
          <a className="quiet-button" href={`/round-ups/${roundUpId}/export`} download>
            Export
          </a>
          <Link className="quiet-button" href={`/bring?roundUp=${roundUpId}`}>
            Bring logs
          </Link>
          <button className="act-button" onClick={() => setTyping(true)}>
            Type a run{' '}
            <kbd className="ml-1 rounded border border-on-act/60 px-1 text-[12px] font-normal">r</kbd>
          </button>
        </div>
      </div>
      {typing && (
        <TypeRunRow
          roundUpId={roundUpId}
          entries={entries}
          loadW={firstLoadW}
          onClose={() => setTyping(false)}
        />
      )}
      {rows.length === 0 ? (
        <p className="py-8">No runs yet. Bring logs of an evening, or type the first run.</p>
      ) : shown.length === 0 ? (
        <p className="py-8">No run fits what is looked for.</p>
      ) : (
        <div
          ref={scroller}
          className="min-h-[320px] flex-1 overflow-auto"
          tabIndex={0}
          role="region"
          aria-label="Runs"
        >
          <div role="table" aria-rowcount={sorted.length + 1} className="min-w-[1180px] text-[14.5px]">
            <div role="row" className="sticky top-0 z-10 grid border-b border-ink bg-ground" style={grid}>
              {table.getFlatHeaders().map((header) => {
                const order = header.column.getIsSorted();
                return (
                  <div
                    key={header.id}
                    role="columnheader"
                    aria-sort={order === 'asc' ? 'ascending' : order === 'desc' ? 'descending' : 'none'}
                    className={shapeOf(header.column.columnDef.meta).number ? 'text-right' : ''}
                  >
                    <button
                      className="w-full cursor-pointer px-2 py-2 text-[13px] whitespace-nowrap text-ink2 [text-align:inherit]"
                      onClick={header.column.getToggleSortingHandler()}
                    >
                      {flexRender(header.column.columnDef.header, header.getContext())}
                      {order === 'asc' ? ' ↑' : order === 'desc' ? ' ↓' : ''}
                    </button>
                  </div>
                );
              })}
            </div>
            <div className="relative" style={{ height: virtual.getTotalSize() }}>
              {virtual.getVirtualItems().map((item) => {
                const row = sorted[item.index]!;
                return (
                  <div
                    key={row.id}
                    role="row"
                    aria-rowindex={item.index + 2}
                    data-run={row.original.label}
                    className={`absolute inset-x-0 grid items-baseline border-b border-hairline hover:bg-raised ${row.original.state === 'set aside' ? 'text-ink2' : ''}`}
                    style={{ ...grid, top: item.start, height: ROW_PX }}
                  >
                    {row.getVisibleCells().map((cell) => (
                      <div
                        key={cell.id}
                        role="cell"
                        className={`truncate px-2 pt-1.5 ${shapeOf(cell.column.columnDef.meta).number ? 'text-right' : ''}`}
                      >
                        {flexRender(cell.column.columnDef.cell, cell.getContext())}
                      </div>
                    ))}
                  </div>
                );
              })}
            </div>
          </div>
        </div>
      )}
    </div>
  );
}
