import { insertChange } from '@/database/changes';
import { HELD } from '@/database/controlRuns';
import { inTransaction } from '@/database/pool';
import { lockRigRun } from '@/database/controlHolds';
import { updateRun } from '@/database/runEdits';
import { Refused } from '../refusal';

export type Holding = 'hold' | 'free' | 'set-aside';

/**
 * Holds runs in doubt, frees them, or sets them aside for good, all of them or none, each with its reason in the change log. Runs
 * that were set aside for another reason stay as they are.
 * @throws Refused where one was changed meanwhile, or the reason is missing
 */
export async function holdRuns(
  rigId: number,
  wish: { what: Holding; runs: readonly { id: number; version: number }[]; reason: string; who: string },
): Promise<{ changed: number }> {
  const reason = wish.reason.trim();
  if (reason === '') throw new Refused('why? The reason is printed with each run', 'reason');
  return inTransaction(async (db) => {
    let changed = 0;
    // In one order, so that two who hold at once wait for each other.
    for (const { id, version } of [...wish.runs].sort((a, b) => a.id - b.id)) {
      const run = await lockRigRun(db, rigId, id);
      if (!run) throw new Refused('a run is not there any more: look again');
      if (run.version !== version) throw new Refused('a run was changed meanwhile: look again');
      const isHeld = run.setAside.startsWith(HELD);
      if (wish.what === 'hold' ? run.setAside !== '' : !isHeld) continue;
      const isNow = wish.what === 'hold' ? `${HELD}${reason}` : wish.what === 'free' ? '' : reason;
      await updateRun(db, id, { set_aside: isNow });
      await insertChange(db, id, {
        ...{ who: wish.who, was: run.setAside, isNow: isNow || `counts again: ${reason}` },
        what: 'set aside',
      });
      changed += 1;
    }
    return { changed };
  });
}
