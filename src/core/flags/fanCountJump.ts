import { groupBy } from '../statistics/groupBy';

export interface FanReading {
  run: number;
  product: number;
  fanCount: number;
  rpm: number;
  levelDb: number;
}

const ALLOWED_DB = 2;
const SAME_SPEED = 0.03;

/**
 * Levels of one product with another number of fans that jump by more than their count explains: N like
 * sources are 10·lg N over one. Compared at speeds within 3 %; more than 2 dB beside the expected step is
 * told for the louder than expected. Gives the surplus of each, dB.
 */
export function fanCountJump(readings: readonly FanReading[]): Map<number, number> {
  const jumps = new Map<number, number>();
  for (const ofProduct of groupBy(readings, (of) => of.product).values()) {
    // Most products stand in a round-up with one number of fans: there is nothing to compare.
    if (new Set(ofProduct.map((of) => of.fanCount)).size < 2) continue;
    for (const at of ofProduct) {
      for (const other of ofProduct) {
        if (at.fanCount <= other.fanCount || other.fanCount < 1) continue;
        if (Math.abs(at.rpm / other.rpm - 1) > SAME_SPEED) continue;
        const surplus = at.levelDb - other.levelDb - 10 * Math.log10(at.fanCount / other.fanCount);
        if (Math.abs(surplus) > ALLOWED_DB && Math.abs(surplus) > Math.abs(jumps.get(at.run) ?? 0)) {
          jumps.set(at.run, surplus);
        }
      }
    }
  }
  return jumps;
}
