import { dropBridge, useBridge as keepBridge } from '@/database/roundUps/bridges';
import { inTransaction, withDatabase } from '@/database/pool';
import { Refused } from '../refusal';
import type { RoundUpView } from '../model/roundUpView';
import { viewBridge } from './bridgeView';

/**
 * Uses a bridge in a round-up, or leaves it.
 * @throws Refused where there is none that holds
 */
export async function changeBridge(
  view: RoundUpView,
  wish: { revisionId: number; use: boolean; who: string },
): Promise<void> {
  const { id, noiseLineDba } = view.roundUp;
  if (!wish.use) return withDatabase((db) => dropBridge(db, id, wish.revisionId));
  const made = await viewBridge(view, { revisionId: wish.revisionId, load: '', lineDb: noiseLineDba });
  if (!made) throw new Refused('a rig is not bridged to itself: choose another revision', 'revisionId');
  if (!made.bridge.known) throw new Refused(made.bridge.reason, 'revisionId');
  await inTransaction((db) => keepBridge(db, id, wish.revisionId, wish.who));
}
