import { openSession } from '@/database/bench';
import { withDatabase } from '@/database/pool';
import { readSheet } from '@/database/sheets';
import { keptWhileUnwritten } from './keptWhileUnwritten';
import { planProgress, viewPlan, type PlanProgress } from './planView';

/** What the stage rail says of deciding and planning. */
export interface RailView {
  briefWritten: boolean;
  plan: PlanProgress | null;
  /** A mount of it is on the rig. */
  onRig: boolean;
}

const kept = keptWhileUnwritten(async (db, roundUpId): Promise<RailView> => {
  const brief = await readSheet(db, 'brief', roundUpId);
  const plan = await viewPlan(roundUpId, '2000-01-01');
  const open = await openSession(db);
  return {
    briefWritten: brief !== null,
    plan: plan && planProgress(plan),
    onRig: open?.roundUpId === roundUpId,
  };
}, 32);

export function viewRail(roundUpId: number): Promise<RailView> {
  return withDatabase((db) => kept(db, roundUpId));
}
