'use client';

import { Term } from '@/ui/marks/term';
import { partName } from '@/core/responses/responses';
import {
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  sortFn_text,
  tableFeatures,
} from '@tanstack/react-table';
import { Link } from '@/ui/frame/link';
import type { LogbookRow, ValueColumn } from '@/core/runs/logbookRow';
import { figure } from '@/ui/marks/figures';
import { RunStateMark } from './runStateMark';

/** What the table can do: it sorts, and no more is loaded. */
export const FEATURES = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic, text: sortFn_text },
});
export type LogbookFeatures = typeof FEATURES;

const column = createColumnHelper<LogbookFeatures, LogbookRow>();

/** What the logbook says of a run, in the order of the work. */
export function logbookColumns(roundUpId: number, others: readonly ValueColumn[]) {
  const number = (value: number | null, decimals: number) => (value === null ? '–' : figure(value, decimals));
  return column.columns([
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
      cell: ({ row }) => <span title={row.original.loadLabel}>{row.original.loadLabel}</span>,
      meta: { number: true, width: 'minmax(62px, 0.4fr)' },
    }),
    column.accessor('setting', {
      header: 'Fans',
      cell: (i) => <span title={i.getValue()}>{i.getValue()}</span>,
      meta: { number: true, width: 'minmax(72px, 0.55fr)' },
    }),
    column.accessor((row) => row.mount * 1000 + row.pass, {
      id: 'mount',
      header: 'Mount · pass',
      cell: ({ row }) => (
        <>
          {row.original.mount} <span className="text-ink2">· {row.original.pass}</span>
        </>
      ),
      meta: { number: true, width: '84px' },
    }),
    column.accessor('noiseDb', {
      header: 'Read, dB(A)',
      cell: (i) => number(i.getValue(), 1),
      meta: { number: true, width: '86px' },
    }),
    column.accessor('floorDb', {
      header: () => <Term name="room noise">Room</Term>,
      cell: (i) => number(i.getValue(), 1),
      meta: { number: true, width: '52px' },
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
    ...others.map(({ name, unit, decimals }, at) =>
      column.accessor((row) => row.values[at] ?? undefined, {
        id: `value ${at}`,
        header: () => (
          <span title={name}>
            {partName({ name })}
            {unit && `, ${unit}`}
          </span>
        ),
        cell: (i) => number(i.getValue() ?? null, decimals),
        sortUndefined: 'last',
        meta: { number: true, width: 'minmax(128px, 0.6fr)' },
      }),
    ),
    column.accessor('state', {
      header: 'State',
      cell: (i) => <RunStateMark state={i.getValue()} />,
      meta: { width: '98px' },
    }),
    column.accessor('notes', {
      header: 'What to know',
      cell: (i) => (
        <span
          className="line-clamp-2 text-[12.5px] leading-[14.5px] whitespace-normal text-ink2"
          title={i.getValue()}
          dir="auto"
        >
          {i.getValue()}
        </span>
      ),
      meta: { width: 'minmax(230px, 4fr)', middle: true },
    }),
  ]);
}

/** How a column stands on the page. */
export interface ColumnShape {
  number?: boolean;
  /** Two small lines stand in the middle of the row. */
  middle?: boolean;
  width: string;
}

export function shapeOf(meta: unknown): ColumnShape {
  return meta as ColumnShape;
}
