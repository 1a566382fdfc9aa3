import type { LaidPlan } from '@/core/plan/laidPlan';
import type { PlanData } from '@/lab/planning/planView';
import { plural } from '@/ui/marks/figures';
import { Button } from '@/ui/frame/button';

/** How far a plan is, and what can be made of it as a whole. */
export function PlanHead({
  data,
  laid,
  byHand,
  maySave,
  onDesigned,
}: {
  data: Pick<PlanData, 'roundUpId' | 'sheet'>;
  laid: LaidPlan;
  /** Its order was moved by hand; back to the designed one by `onDesigned`. */
  byHand: boolean;
  maySave: boolean;
  onDesigned: () => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-2">
      <h2 className="font-display text-[22px] font-bold">
        {laid.planned === 0 ? 'Run sheet' : `${laid.done} of ${plural(laid.planned, 'run')} done`}
      </h2>
      <div className="ml-auto flex flex-wrap items-center gap-2">
        {byHand && <Button onClick={onDesigned}>Back to the designed order</Button>}
        {data.sheet.version > 0 && (
          <>
            <a
              className="quiet-button"
              href={`/round-ups/${data.roundUpId}/plan/print`}
              target="_blank"
              rel="noreferrer"
            >
              Print
            </a>
            <a className="quiet-button" href={`/round-ups/${data.roundUpId}/plan/ics`} download>
              Calendar
            </a>
          </>
        )}
        <button className="act-button" disabled={!maySave}>
          Save the plan
        </button>
      </div>
    </div>
  );
}
