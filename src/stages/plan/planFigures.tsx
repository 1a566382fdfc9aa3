import { Term } from '@/ui/marks/term';
import type { PlanCost } from '@/core/plan/planCost';
import type { PlanData } from '@/lab/planning/planView';
import { dayWords } from '@/core/timeWords';
import { figure } from '@/ui/marks/figures';

/** What a plan costs and can show, large; its scatter in a sentence. */
export function PlanFigures({
  cost,
  finish,
  late,
  differenceK,
  data,
}: {
  cost: Pick<PlanCost, 'benchH'>;
  finish: string;
  late: boolean;
  /** Infinity where nothing can be told apart. */
  differenceK: number;
  data: Pick<PlanData, 'unit' | 'scatterFrom'>;
}) {
  const tells = Number.isFinite(differenceK);
  return (
    <>
      <dl className="grid grid-cols-3 gap-3" aria-live="polite">
        <div>
          <dt className="label-text">Bench time left</dt>
          <dd className="font-display text-[26px] font-bold">{figure(cost.benchH, 1)} h</dd>
        </div>
        <div>
          <dt className="label-text">Finish</dt>
          <dd
            className={`font-display pt-1.5 text-[19px] font-bold whitespace-nowrap ${late ? 'text-bad' : ''}`}
          >
            {dayWords(finish)}
          </dd>
        </div>
        <div>
          <dt className="label-text">
            <Term name="smallest difference">Smallest difference</Term>
          </dt>
          <dd className="font-display text-[26px] font-bold">
            {tells ? `${figure(differenceK, 1)} ${data.unit}` : '–'}
          </dd>
        </div>
      </dl>
      <p className="text-[13px] text-ink2">
        {tells
          ? `A gap of ${figure(differenceK, 1)} ${data.unit} at the line would be separated 4 times in 5. Scatter: ${data.scatterFrom}.`
          : 'This plan cannot separate entries. Add a mount, or re-test the control.'}
      </p>
    </>
  );
}

/** What a plan will not be able to tell. */
export function CannotTell({ blind }: { blind: readonly string[] }) {
  if (blind.length === 0) return null;
  return (
    <section aria-label="What this plan cannot answer" className="text-[14px]">
      <h3 className="font-display text-[16px] font-bold">This plan cannot answer</h3>
      <ul className="list-disc pl-5">
        {blind.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
    </section>
  );
}
