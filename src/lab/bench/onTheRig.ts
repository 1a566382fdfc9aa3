import { openSession } from '@/database/bench/bench';
import type { Queryable } from '@/database/pool';
import { Refused } from '../refusal';

/** Refuses what would take the ground from under a mount of the round-up that is on the rig, of one entry or any. */
export async function refuseOnTheRig(db: Queryable, roundUpId: number, entry?: string): Promise<void> {
  const open = await openSession(db);
  if (open?.roundUpId !== roundUpId || (entry !== undefined && open.state.entry !== entry)) return;
  throw new Refused(`${open.state.name} is on the rig. End that mount first`);
}
