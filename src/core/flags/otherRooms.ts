import { groupBy } from '../statistics/groupBy';
import { mean } from '../statistics/mean';
import { median } from '../statistics/median';

/** A room that differs by so much from that of other mounts was not the room alone, or was another. */
const APART_DB = 2;

interface HeardRoom {
  id: number;
  entry: string;
  mount: number;
  floorDb: number;
  startedAt: string;
}

/**
 * Runs of a mount whose room alone lies 2 dB or more from that of the other mounts of its day, with how far: a pump that ran, a window
 * that stood open. Days without a date are one evening; nothing is told of fewer than three mounts.
 *
 * Example: Rooms of 20.1, 20.3, 20.2 and 23.0 dB(A) on one evening: those of the last mount, 2.8 dB over.
 */
export function otherRooms(runs: readonly HeardRoom[]): [number, number][] {
  const evenings = groupBy(runs, ({ startedAt }) => startedAt.slice(0, 10));
  return [...evenings.values()].flatMap((evening): [number, number][] => {
    const mounts = [...groupBy(evening, ({ entry, mount }) => JSON.stringify([entry, mount])).values()];
    if (mounts.length < 3) return [];
    const floors = mounts.map((own) => mean(own.map(({ floorDb }) => floorDb)));
    return mounts.flatMap((own, i) => {
      const byDb = floors[i]! - median(floors.filter((_, j) => j !== i));
      return Math.abs(byDb) >= APART_DB ? own.map(({ id }): [number, number] => [id, byDb]) : [];
    });
  });
}
