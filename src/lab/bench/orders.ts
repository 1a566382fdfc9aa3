import type { BenchCommand } from '@/core/bench/benchState';
import { insertCommand, openSession } from '@/database/bench/bench';
import { wantSpeed } from '@/database/bench/benchStatus';
import { inTransaction } from '@/database/pool';
import { Refused } from '../refusal';
import { letStand, mountAgain } from './mountAgain';
import type { BenchOrder } from './orderSchema';
import { startMount, type Now } from './startMount';

function commandOf(order: BenchOrder): BenchCommand | null {
  switch (order.do) {
    case 'confirm':
      return { do: 'confirm' };
    case 'overrule':
      return { do: 'overrule', reason: order.text, at: order.at };
    case 'abort':
      return { do: 'abort', reason: order.text };
    case 'note':
      return { do: 'note', text: order.text, at: order.at };
    case 'skip':
      return { do: 'skip', reason: order.text, at: order.at };
    case 'pause':
      return { do: 'pause', reason: order.text };
    default:
      return null;
  }
}

/** What a reviewer asks of the bench. The bench process obeys with its next sample. */
export async function giveOrder(roundUpId: number, order: BenchOrder, now: Now): Promise<void> {
  if (order.do === 'start') {
    await startMount(roundUpId, order.mounting, now, order.sound);
    return;
  }
  const at = { entry: order.entry, mount: order.mount, tries: order.tries };
  if (order.do === 'remount') return mountAgain(roundUpId, at, order.text, order.who);
  if (order.do === 'stands') return letStand(roundUpId, at, order.who);
  await inTransaction(async (db) => {
    if (order.do === 'speed') return wantSpeed(db, order.speed);
    const session = await openSession(db);
    if (!session || session.roundUpId !== roundUpId)
      throw new Refused('no mount of this round-up is on the rig');
    if (order.do === 'overrule' && (session.state.phase !== 'soak' || session.state.at !== order.at))
      throw new Refused('the setting that this reason was for is over: nothing was changed');
    if (order.do === 'skip' && session.state.at !== order.at)
      throw new Refused('that setting has ended: nothing was changed');
    await insertCommand(db, session.id, commandOf(order)!, order.who);
  });
}
