'use client';

import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { PlanChoice } from '@/core/plan/planChoices';
import type { PlanCost, PlanScene } from '@/core/plan/planCost';
import type { PlanSettings } from '@/core/plan/planSettings';
import type { GroupedReading } from '@/core/statistics/varianceComponents';
import type { PlanWork } from '@/workers/planWorker';

/** Costs of the plans one step away, computed in a worker; the newest asked for wins. */
export function usePlanWork(settings: PlanSettings, scene: PlanScene, sound: boolean) {
  const worker = useRef<Remote<PlanWork> | null>(null);
  const [found, setFound] = useState<{ now: PlanCost; choices: PlanChoice[] } | null>(null);

  useEffect(() => {
    const made = new Worker(new URL('../../workers/planWorker.ts', import.meta.url), { type: 'module' });
    worker.current = wrap<PlanWork>(made);
    return () => made.terminate();
  }, []);

  // What is the same to the worker is not asked twice.
  const key = JSON.stringify([settings, scene]);
  useEffect(() => {
    if (!sound) return;
    let gone = false;
    const [settings, at] = JSON.parse(key) as [PlanSettings, PlanScene];
    void worker.current?.choices(settings, at).then((answer) => {
      if (!gone) setFound(answer);
    });
    return () => {
      gone = true;
    };
  }, [key, sound]);

  return {
    found: sound ? found : null,
    spread: (readings: GroupedReading[]) => worker.current!.spread(readings),
    least: (wantedK: number) => worker.current!.least(settings, scene, wantedK),
    fit: (lastDay: number) => worker.current!.fit(settings, scene, lastDay),
  };
}
