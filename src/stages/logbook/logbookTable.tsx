'use client';

import { Termed } from '@/ui/marks/term';
import { flexRender, useTable, type SortingState, type Table } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { startTransition, useEffect, useMemo, useRef, useState } from 'react';
import type { LogbookRow, ValueColumn } from '@/core/runs/logbookRow';
import { useNarrow } from '@/ui/narrow';
import { FEATURES, logbookColumns, shapeOf, type LogbookFeatures } from './logbookColumns';
import { LogbookList } from './logbookList';
import { Scrolled } from '@/ui/frame/scrolled';

const ROW_PX = 35;
const SERVER_ROWS = 24;

/** The headings, which sort, and the box that chooses all. */
function HeaderRow({
  table,
  grid,
  all,
  onAll,
}: {
  table: Table<LogbookFeatures, LogbookRow>;
  grid: React.CSSProperties;
  /** All are chosen. */
  all: boolean;
  onAll: () => void;
}) {
  return (
    <div role="row" className="sticky top-0 z-10 grid border-b border-ink bg-ground" style={grid}>
      <div role="columnheader" className="flex items-center justify-center">
        <input type="checkbox" aria-label="Choose all that are shown" checked={all} onChange={onAll} />
      </div>
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
              {typeof header.column.columnDef.header === 'string' ? (
                <Termed>{header.column.columnDef.header}</Termed>
              ) : (
                flexRender(header.column.columnDef.header, header.getContext())
              )}
              {order === 'asc' ? ' ↑' : order === 'desc' ? ' ↓' : ''}
            </button>
          </div>
        );
      })}
    </div>
  );
}

/** Runs as lines of a table, whose headings sort; on a phone as a list. Only what is in sight is drawn. */
export function LogbookTable({
  roundUpId,
  rows,
  columns,
  chosen,
  onChosen,
}: {
  roundUpId: number;
  rows: LogbookRow[];
  /** Other values that stand as columns. */
  columns: readonly ValueColumn[];
  chosen: ReadonlySet<number>;
  onChosen: (ids: ReadonlySet<number>) => void;
}) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const scroller = useRef<HTMLDivElement>(null);
  const narrow = useNarrow();
  const [inBrowser, setInBrowser] = useState(false);
  // In slices, so that a phone can be scrolled meanwhile.
  useEffect(() => startTransition(() => setInBrowser(true)), []);
  const defined = useMemo(() => logbookColumns(roundUpId, columns), [roundUpId, columns]);
  // The server draws what a first window shows; the browser has them all. Held: the table begins anew with a new list,
  // and a list made at each drawing would have it do so without end.
  const data = useMemo(() => (inBrowser ? rows : rows.slice(0, SERVER_ROWS)), [inBrowser, rows]);
  const table = useTable({
    features: FEATURES,
    data,
    autoResetAll: false,
    columns: defined,
    state: { sorting },
    onSortingChange: setSorting,
  });
  const sorted = table.getRowModel().rows;
  // eslint-disable-next-line react-hooks/incompatible-library -- the table is not memoised by its callers
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 6,
    initialRect: { width: 1280, height: 720 },
  });
  const all = rows.length > 0 && rows.every((row) => chosen.has(row.id));
  /** The row that was chosen last: with Shift, all between it and this one. */
  const anchor = useRef<number | null>(null);
  function choose(index: number, isChosen: boolean, spanned: boolean) {
    const from = spanned && anchor.current !== null ? anchor.current : index;
    const next = new Set(chosen);
    for (let i = Math.min(from, index); i <= Math.max(from, index); i += 1) {
      const { id } = sorted[i]!.original;
      if (isChosen) next.add(id);
      else next.delete(id);
    }
    anchor.current = index;
    onChosen(next);
  }
  const grid = { gridTemplateColumns: `34px ${defined.map((other) => shapeOf(other.meta).width).join(' ')}` };

  if (narrow)
    return <LogbookList {...{ roundUpId, columns }} rows={sorted.map(({ original }) => original)} />;
  return (
    <Scrolled ref={scroller} label="Runs" className="min-h-[320px] flex-1">
      <div
        role="table"
        aria-rowcount={sorted.length + 1}
        className="text-[14.5px]"
        style={{ minWidth: 1180 + 132 * columns.length }}
      >
        <HeaderRow
          {...{ table, grid, all }}
          onAll={() => onChosen(all ? new Set() : new Set(rows.map((row) => row.id)))}
        />
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
                <div role="cell" className="flex justify-center pt-1.5">
                  <input
                    type="checkbox"
                    aria-label={`Choose run ${row.original.label}`}
                    checked={chosen.has(row.original.id)}
                    onChange={(event) =>
                      choose(item.index, event.target.checked, (event.nativeEvent as MouseEvent).shiftKey)
                    }
                  />
                </div>
                {row.getAllCells().map((cell) => (
                  <div
                    key={cell.id}
                    role="cell"
                    className={`truncate px-2 ${shapeOf(cell.column.columnDef.meta).number ? 'text-right' : ''} ${shapeOf(cell.column.columnDef.meta).middle ? 'self-center' : 'pt-1.5'}`}
                  >
                    {flexRender(cell.column.columnDef.cell, cell.getContext())}
                  </div>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </Scrolled>
  );
}
