import type { Mounting } from './mountings';

export interface OrderBreak {
  /** The mounting at which it shows. */
  id: string;
  message: string;
}

/**
 * What an order breaks of the design: the spacing of control re-tests, a control at both ends, the order of
 * an entry's mounts, and the random blocks.
 *
 * Example: A control only at the beginning of twelve mountings: its spacing and its end are told.
 */
export function orderBreaks(
  order: readonly Mounting[],
  controlEvery: number,
  nameOf: (entry: string) => string,
): OrderBreak[] {
  const breaks: OrderBreak[] = [];
  if (order.length === 0) return breaks;
  const first = order[0]!;
  const last = order[order.length - 1]!;
  const controlled = order.some((mounting) => mounting.isControl);
  if (controlled && !first.isControl)
    breaks.push({
      id: first.id,
      message: 'no control before the first mount: an early fault would go unseen',
    });
  if (controlled && order.length > 1 && !last.isControl)
    breaks.push({
      id: last.id,
      message: 'no control after the last mount: what drifted since the one before is not seen',
    });
  let since = 0;
  const mounted = new Map<string, number>();
  let block = 0;
  for (const at of order) {
    since = at.isControl ? 0 : since + 1;
    if (controlled && since === controlEvery + 1)
      breaks.push({ id: at.id, message: `more than ${controlEvery} mounts since the last control` });
    const before = mounted.get(at.entry) ?? 0;
    if (at.mount < before)
      breaks.push({
        id: at.id,
        message: `mount ${at.mount} of ${nameOf(at.entry)} comes after its mount ${before}`,
      });
    mounted.set(at.entry, Math.max(before, at.mount));
    if (at.isControl) continue;
    if (at.block < block)
      breaks.push({
        id: at.id,
        message: `a mount of round ${at.block} among those of round ${block}: drift is no longer shared alike`,
      });
    block = Math.max(block, at.block);
  }
  return breaks;
}
