import type { CardRig } from '@/core/brief/methodCard';
import type { RoundUpView } from './roundUpView';

/** What the method card says of the rig, with the room's own noise in the runs so far. */
export function cardRig({ roundUp, runs }: RoundUpView): CardRig {
  const floors = runs.filter((run) => run.setAside === '').map((run) => run.floorDb);
  let low = Infinity;
  let high = -Infinity;
  for (const floor of floors) {
    low = Math.min(low, floor);
    high = Math.max(high, floor);
  }
  return { ...roundUp.rig, floorDba: floors.length > 0 ? { low, high } : null };
}
