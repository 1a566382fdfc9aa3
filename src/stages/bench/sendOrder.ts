import { notice } from '@/ui/frame/notice';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';

/** Orders as the bench takes them; the rest of each is checked where it arrives. */
export interface Order {
  do: 'start' | 'confirm' | 'overrule' | 'abort' | 'note' | 'skip' | 'pause' | 'remount' | 'stands' | 'speed';
  mounting?: string;
  /** Each reading is recorded, too. */
  sound?: boolean;
  text?: string;
  /** Which point of the mount a reason is for. */
  at?: number | undefined;
  entry?: string;
  mount?: number | undefined;
  tries?: number;
  speed?: number;
}

/** Sends an order; what stands in its way is told. Whether it was taken. */
export async function sendOrder(roundUpId: number, order: Order): Promise<boolean> {
  const answer = await sendJson(`/api/round-ups/${roundUpId}/bench`, 'POST', {
    who: whoIsHere(),
    ...order,
  });
  if (!answer.ok) notice.refused(answer.message);
  return answer.ok;
}
