'use client';

import type { PlanChoice } from '@/core/plan/planChoices';
import type { PlanCost } from '@/core/plan/planCost';
import { figure, signed } from '@/ui/figures';

function kelvin(value: number): string {
  return Number.isFinite(value) ? `${figure(value, 1)} K` : 'nothing';
}

/** The plans one step away, each with what it costs and what it shows; pressing one takes it. */
export function PlanChoices({
  now,
  choices,
  onChoose,
}: {
  now: PlanCost;
  choices: readonly PlanChoice[];
  onChoose: (choice: PlanChoice) => void;
}) {
  return (
    <ul className="text-[14px]">
      {choices.map((of) => (
        <li key={of.words} className="flex items-baseline gap-2 border-b border-hairline py-1">
          <button
            type="button"
            className="text-left underline decoration-hairline underline-offset-2"
            onClick={() => onChoose(of)}
          >
            {of.words}
          </button>
          <span className="ml-auto whitespace-nowrap">
            {signed(of.cost.benchH - now.benchH, 1)} h,{' '}
            <span className="text-ink2">
              {kelvin(now.differenceK)} → <b>{kelvin(of.cost.differenceK)}</b>
            </span>
          </span>
        </li>
      ))}
    </ul>
  );
}
