'use client';

import type { PlanChoice } from '@/core/plan/planChoices';
import type { PlanCost } from '@/core/plan/planCost';
import { figure, signed } from '@/ui/marks/figures';
import { TextButton } from '@/ui/frame/button';

/** The smallest difference before and after, with a digit more where they would read alike; once where they are. */
function Change({ was, isNow, unit }: { was: number; isNow: number; unit: string }) {
  const alike = (decimals: number) => figure(was, decimals) === figure(isNow, decimals);
  const shown = (value: number, decimals: number) =>
    Number.isFinite(value) ? `${figure(value, decimals)} ${unit}` : '–';
  if (alike(2)) return <span className="text-ink2">still {shown(isNow, 1)}</span>;
  const decimals = alike(1) ? 2 : 1;
  return (
    <span className="text-ink2">
      {shown(was, decimals)} → <b>{shown(isNow, decimals)}</b>
    </span>
  );
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
      {choices.map((choice) => (
        <li key={choice.words} className="flex items-baseline gap-2 border-b border-hairline py-1">
          <TextButton className="text-left decoration-hairline" onClick={() => onChoose(choice)}>
            {choice.words}
          </TextButton>
          <span className="ml-auto whitespace-nowrap">
            {signed(choice.cost.benchH - now.benchH, 1)} h,{' '}
            <Change was={now.differenceK} isNow={choice.cost.differenceK} unit={unit} />
          </span>
        </li>
      ))}
    </ul>
  );
}
