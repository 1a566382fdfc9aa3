import { withDatabase } from '@/database/pool';
import { readSheet } from '@/database/sheets';
import { keptWhileUnwritten } from './keptWhileUnwritten';
import { planProgress, viewPlan, type PlanProgress } from './planView';

/** What the stage rail says of deciding and planning. */
export interface RailView {
  briefWritten: boolean;
  plan: PlanProgress | null;
}

const kept = keptWhileUnwritten(async (db, roundUpId): Promise<RailView> => {
  const brief = await readSheet(db, 'brief', roundUpId);
  const plan = await viewPlan(roundUpId, '2000-01-01');
  return { briefWritten: brief !== null, plan: plan && planProgress(plan) };
}, 32);

export function viewRail(roundUpId: number): Promise<RailView> {
  return withDatabase((db) => kept(db, roundUpId));
}
