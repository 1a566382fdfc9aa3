'use client';

import type { PlanChoice } from '@/core/plan/planChoices';
import type { PlanCost } from '@/core/plan/planCost';
import { figure, signed } from '@/ui/marks/figures';

/** Both with a digit more where they would read alike. */
function differences(a: number, b: number, unit: string): [string, string] {
  const decimals = figure(a, 1) === figure(b, 1) ? 2 : 1;
  const shown = (value: number) => (Number.isFinite(value) ? `${figure(value, decimals)} ${unit}` : '–');
  return [shown(a), shown(b)];
}

/** The plans one step away, each with what it costs and what it shows; pressing one takes it. */
export function PlanChoices({
  now,
  choices,
  unit,
  onChoose,
}: {
  now: PlanCost;
  unit: string;
  choices: readonly PlanChoice[];
  onChoose: (choice: PlanChoice) => void;
}) {
  return (
    <ul className="text-[14px]">
      {choices.map((choice) => {
        const [was, isNow] = differences(now.differenceK, choice.cost.differenceK, unit);
        return (
          <li key={choice.words} className="flex items-baseline gap-2 border-b border-hairline py-1">
            <button
              type="button"
              className="text-left underline decoration-hairline underline-offset-2"
              onClick={() => onChoose(choice)}
            >
              {choice.words}
            </button>
            <span className="ml-auto whitespace-nowrap">
              {signed(choice.cost.benchH - now.benchH, 1)} h,{' '}
              <span className="text-ink2">
                {was} → <b>{isNow}</b>
              </span>
            </span>
          </li>
        );
      })}
    </ul>
  );
}
