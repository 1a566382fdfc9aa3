'use client';

import { useState } from 'react';
import type { Outcome } from '@/core/outcome';
import type { PlanCost } from '@/core/plan/planCost';
import type { PlanSettings } from '@/core/plan/planSettings';
import { figure, plural } from '@/ui/marks/figures';
import { NumberField } from '@/ui/form/fields';
import { Button, TextButton } from '@/ui/frame/button';

type Least = Outcome<{ settings: PlanSettings; cost: PlanCost }>;

/** The fewest hours for a difference that is to be told apart. */
export function WantedDifference({
  unit,
  least,
  isSound,
  onPlan,
}: {
  unit: string;
  least: (wantedK: number) => Promise<Least>;
  isSound: boolean;
  onPlan: (settings: PlanSettings) => void;
}) {
  const [wantedK, setWantedK] = useState<number | null>(null);
  const [found, setFound] = useState<Least | null>(null);
  const isWanted = wantedK !== null && wantedK > 0;
  return (
    <section aria-label="Plan by a difference" className="space-y-1.5">
      <div className="flex items-end gap-2">
        <span className="w-36">
          <NumberField
            label="Difference to separate"
            unit={unit}
            optional
            value={wantedK}
            onValue={(next) => {
              setWantedK(next);
              setFound(null);
            }}
          />
        </span>
        <Button disabled={!isWanted || !isSound} onClick={() => void least(wantedK!).then(setFound)}>
          Find the shortest plan
        </Button>
      </div>
      {found && (
        <p className="text-[14px]" role="status">
          {found.known ? (
            <>
              {plural(found.value.settings.passes, 'pass', 'passes')} of{' '}
              {plural(found.value.settings.mounts, 'mount')}, a control every{' '}
              {found.value.settings.controlEvery}: {figure(found.value.cost.benchH, 1)} h, separates{' '}
              {figure(found.value.cost.differenceK, 2)} {unit}.{' '}
              <TextButton onClick={() => onPlan(found.value.settings)}>Use this plan</TextButton>
            </>
          ) : (
            <span className="text-warn">▲ Not possible: {found.reason}.</span>
          )}
        </p>
      )}
    </section>
  );
}
