'use client';

import type { VerdictChoice } from '@/lab/orders/verdictPage';
import { useRouter, useSearchParams } from 'next/navigation';
import { AXES } from '@/core/curves/axis';
import { LoadTabs } from '../curves/choices/loadTabs';
import { LineField } from '../curves/choices/lineField';
import { WhatChoice } from '../curves/choices/whatChoice';

/** What the verdict ranks, at which load and where; all of it stands in the address, so that the page can be linked. */
export function VerdictControls({ choice }: { choice: VerdictChoice }) {
  const router = useRouter();
  const now = useSearchParams();
  const { lineAt, load, loads, linesDba, against } = choice;
  const axis = AXES[against];
  const isNoise = against === 'noise';
  const go = (next: { at?: number; load?: string }) => {
    const query = new URLSearchParams(now);
    query.set('load', next.load ?? load);
    query.set(isNoise ? 'line' : 'at', String(next.at ?? lineAt));
    router.replace(`?${query}`, { scroll: false });
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <LoadTabs loads={loads} load={load} onLoad={(key) => go({ load: key })} />
      {isNoise && linesDba.length > 1 && (
        <div className="choices" role="group" aria-label="Noise lines of the brief">
          {linesDba.map((line) => (
            <button key={line} aria-pressed={line === lineAt} onClick={() => go({ at: line })}>
              {line.toFixed(1)}
            </button>
          ))}
        </div>
      )}
      <p>
        at{' '}
        <LineField axis={axis} at={lineAt} onLine={(at) => go({ at: Number(at.toFixed(axis.decimals)) })} />{' '}
        {axis.unit}
      </p>
      <WhatChoice data={choice} />
    </div>
  );
}
