import { slotName, type LayoutFan } from './layout';

/**
 * What sets one layout apart from another, a few words each; empty where nothing does.
 *
 * @example layoutDifferences([{ place: 'rear', slot: 1, direction: 'out', fan: 'Brisa', sizeMm: 120, dutyPct: null }],
 * []) → ['no fan at rear 1']
 */
export function layoutDifferences(base: readonly LayoutFan[], other: readonly LayoutFan[]): string[] {
  const at = (layout: readonly LayoutFan[]) => new Map(layout.map((fan) => [slotName(fan), fan]));
  const [before, now] = [at(base), at(other)];
  const told: string[] = [];
  const gone = [...before.keys()].filter((slot) => !now.has(slot));
  const more = [...now].filter(([slot]) => !before.has(slot));
  const [from] = gone;
  const [to] = more;
  // A fan that went from one place to another is one thing, not two.
  const isMoved = gone.length === 1 && more.length === 1;
  if (isMoved && from && to) {
    const turned = before.get(from)!.direction === to[1].direction ? '' : `, blowing ${to[1].direction}`;
    told.push(`the fan of ${from} sits at ${to[0]}${turned}`);
  }
  for (const [slot, fan] of before) {
    const same = now.get(slot);
    if (!same) {
      if (!isMoved) told.push(`no fan at ${slot}`);
    } else if (same.fan !== fan.fan) told.push(`${same.fan} at ${slot}`);
    else if (same.direction !== fan.direction) told.push(`${slot} blows ${same.direction}`);
    else if (same.dutyPct !== fan.dutyPct) told.push(`${slot} at ${same.dutyPct ?? 'the common'} % duty`);
  }
  if (!isMoved) for (const [slot, fan] of more) told.push(`one more ${fan.direction} at ${slot}`);
  return told;
}

/**
 * The layout that differs least from one, and by what; null where there is no other. Of equals the first.
 *
 * Example: Of three layouts the one that differs by a fan in the top, with those words; of no others: null.
 */
export function nearestLayout<T extends { layout: readonly LayoutFan[] }>(
  layout: readonly LayoutFan[],
  others: readonly T[],
): { other: T; differences: string[] } | null {
  let nearest: { other: T; differences: string[] } | null = null;
  for (const other of others) {
    const differences = layoutDifferences(other.layout, layout);
    if (!nearest || differences.length < nearest.differences.length) nearest = { other, differences };
  }
  return nearest;
}
