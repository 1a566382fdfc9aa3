'use client';

import { Link } from '@/ui/frame/link';
import type { LogbookRow, ValueColumn } from '@/core/runs/logbookRow';
import { figure } from '@/ui/marks/figures';
import { RunStateMark } from './runStateMark';
import { Name } from '@/ui/marks/name';

/** A run in three lines, for a screen too narrow for the table. */
export function LogbookCard({
  roundUpId,
  row,
  columns,
}: {
  roundUpId: number;
  row: LogbookRow;
  columns: readonly ValueColumn[];
}) {
  const others = columns.flatMap(({ name, unit, decimals }, at) => {
    const value = row.values[at];
    return typeof value === 'number' ? `${name} ${figure(value, decimals)} ${unit}` : [];
  });
  return (
    <Link href={`/round-ups/${roundUpId}/runs/${row.id}`} className="block text-[14px] leading-snug">
      <span className="flex items-baseline gap-2">
        <b className="min-w-0">
          <Name>{row.product}</Name>
        </b>
        <b className="ml-auto whitespace-nowrap">
          {Number.isFinite(row.riseK) && `${figure(row.riseK, 1)} K at `}
          {row.isUpperBound ? '≤\u202f' : ''}
          {figure(row.levelDb, 1)} dB(A)
        </b>
      </span>
      <span className="flex items-baseline gap-2 text-[13px]">
        <span className="truncate text-ink2">
          {row.label} · {row.loadLabel}
          {row.loadW > 0 && ' W'} · fans {row.setting} · mount {row.mount}, pass {row.pass}
        </span>
        <span className="ml-auto">
          <RunStateMark state={row.state} />
        </span>
      </span>
      <span className="block truncate text-[13px] text-ink2" dir="auto">
        {[...others, row.notes].filter(Boolean).join(' · ')}
      </span>
    </Link>
  );
}
