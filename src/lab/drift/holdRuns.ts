import { ASIDE_WORDS } from '@/core/runs/aside';
import { changeRigRuns, type RigRunsWish } from './changeRigRuns';

export type Holding = 'hold' | 'free' | 'set-aside';

/**
 * Holds runs in doubt, frees them, or sets them aside for good. Runs that were set aside for another reason stay as they are.
 * @throws Refused as `changeRigRuns`
 */
export function holdRuns(rigId: number, wish: RigRunsWish & { what: Holding }): Promise<{ changed: number }> {
  return changeRigRuns(rigId, wish, async (_, reason) => ({ setAside: was, asideAs }) => {
    if (wish.what === 'hold' ? was !== '' : asideAs !== 'held') return null;
    const isNow = wish.what === 'hold' ? `${ASIDE_WORDS.held}${reason}` : wish.what === 'free' ? '' : reason;
    return {
      columns: { setAside: isNow, asideAs: wish.what === 'hold' ? 'held' : '' },
      log: { what: 'set aside', was, isNow: isNow || `counts again: ${reason}` },
    };
  });
}
