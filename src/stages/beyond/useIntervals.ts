'use client';

import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { MeasureIntervals } from '@/core/judgement/measures/measureIntervals';
import type { JudgementWork } from '@/workers/judgementWorker';
import type { JudgedItem, BeyondData } from '@/lab/orders/beyond/beyondPage';

export interface IntervalsSoFar {
  done: ReadonlyMap<string, MeasureIntervals>;
  /** Entries that are still to be drawn; 0 where all are, or it was stopped. */
  left: number;
  stop: () => void;
}

/** Draws the curves of each entry in a worker, one after the other; what is there is shown at once. */
export function useIntervals(items: readonly JudgedItem[], rule: BeyondData['rule']): IntervalsSoFar {
  const [done, setDone] = useState<ReadonlyMap<string, MeasureIntervals>>(new Map());
  const [isStopped, setStopped] = useState(false);
  useEffect(() => {
    if (isStopped) return;
    const worker = new Worker(new URL('../../workers/judgementWorker.ts', import.meta.url), {
      type: 'module',
    });
    const work = wrap<JudgementWork>(worker);
    let gone = false;
    void (async () => {
      for (const { entry, curve } of items) {
        const found = await work.intervals(curve, rule);
        if (gone) return;
        setDone((before) => new Map(before).set(entry, found));
      }
    })();
    return () => {
      gone = true;
      worker.terminate();
    };
  }, [items, rule, isStopped]);
  return { done, left: isStopped ? 0 : items.length - done.size, stop: () => setStopped(true) };
}
