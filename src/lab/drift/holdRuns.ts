import { HELD } from '@/database/runs/controlRuns';
import { changeRigRuns, type RigRunsWish } from './changeRigRuns';

export type Holding = 'hold' | 'free' | 'set-aside';

/**
 * Holds runs in doubt, frees them, or sets them aside for good. Runs that were set aside for another reason stay as they are.
 * @throws Refused as `changeRigRuns`
 */
export function holdRuns(rigId: number, wish: RigRunsWish & { what: Holding }): Promise<{ changed: number }> {
  return changeRigRuns(rigId, wish, async (_, reason) => ({ setAside: was }) => {
    if (wish.what === 'hold' ? was !== '' : !was.startsWith(HELD)) return null;
    const isNow = wish.what === 'hold' ? `${HELD}${reason}` : wish.what === 'free' ? '' : reason;
    return {
      columns: { setAside: isNow },
      log: { what: 'set aside', was, isNow: isNow || `counts again: ${reason}` },
    };
  });
}
