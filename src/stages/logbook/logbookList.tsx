'use client';

import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import type { LogbookRow, ValueColumn } from '@/core/runs/logbookRow';
import { LogbookCard } from './logbookCard';

const CARD_PX = 76;

/** Runs as a list, for a phone: the page itself scrolls, and only what is in sight is drawn. */
export function LogbookList({
  roundUpId,
  rows,
  columns,
}: {
  roundUpId: number;
  rows: readonly LogbookRow[];
  columns: readonly ValueColumn[];
}) {
  const list = useRef<HTMLUListElement>(null);
  const [topPx, setTopPx] = useState(0);
  // What stands above opens and closes, and moves where the list begins.
  useEffect(() => {
    const watcher = new ResizeObserver(() => setTopPx(list.current?.offsetTop ?? 0));
    watcher.observe(document.body);
    return () => watcher.disconnect();
  }, []);
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => CARD_PX,
    overscan: 4,
    scrollMargin: topPx,
    initialRect: { width: 390, height: 844 },
  });
  return (
    <div className="min-h-[320px]" tabIndex={0} role="region" aria-label="Runs">
      <ul ref={list} className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => (
          <li
            key={rows[item.index]!.id}
            className="absolute inset-x-0 border-b border-hairline py-1.5"
            style={{ top: item.start - topPx, height: CARD_PX }}
          >
            <LogbookCard roundUpId={roundUpId} row={rows[item.index]!} columns={columns} />
          </li>
        ))}
      </ul>
    </div>
  );
}
