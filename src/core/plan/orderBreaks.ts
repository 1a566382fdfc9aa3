import type { Mounting } from './mountings';

export interface OrderBreak {
  /** The mounting at which it shows. */
  id: string;
  message: string;
}

/**
 * What an order breaks of the design: the spacing of control re-tests, a control at both ends, the order of
 * an entry's mounts, and the random blocks.
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
  const controlled = order.some((of) => of.isControl);
  if (controlled && !first.isControl)
    breaks.push({ id: first.id, message: 'no control before the first mount: a rig that starts off is not seen' }); // prettier-ignore
  if (controlled && order.length > 1 && !last.isControl)
    breaks.push({ id: last.id, message: 'no control after the last mount: what drifted since the one before is not seen' }); // prettier-ignore
  let since = 0;
  const mounted = new Map<string, number>();
  let block = 0;
  for (const of of order) {
    since = of.isControl ? 0 : since + 1;
    if (controlled && since === controlEvery + 1)
      breaks.push({ id: of.id, message: `more than ${controlEvery} mounts since the last control` });
    const before = mounted.get(of.entry) ?? 0;
    if (of.mount < before)
      breaks.push({ id: of.id, message: `mount ${of.mount} of ${nameOf(of.entry)} comes after its mount ${before}` }); // prettier-ignore
    mounted.set(of.entry, Math.max(before, of.mount));
    if (of.isControl) continue;
    if (of.block < block)
      breaks.push({ id: of.id, message: `a mount of round ${of.block} among those of round ${block}: drift is no longer shared alike` }); // prettier-ignore
    block = Math.max(block, of.block);
  }
  return breaks;
}
