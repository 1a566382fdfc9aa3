import { groupBy } from '../statistics/groupBy';
import { median } from '../statistics/median';

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
 * Levels of one product with another number of fans that differ by more than their count explains: N like sources are
 * 10·lg N over one. Compared at speeds within 3 %; more than 2 dB beside what the other variants say is told. Where
 * only two variants stand against each other either may be wrong, and both are told. Gives the surplus of each, dB.
 *
 * Example: Two fans 6 dB over one at the same speed are 3 dB more than 10·lg 2 explains: told for that run.
 */
export function fanCountJump(readings: readonly FanReading[]): Map<number, number> {
  const jumps = new Map<number, number>();
  for (const ofProduct of groupBy(readings, (reading) => reading.product).values()) {
    const counted = ofProduct.filter((reading) => reading.fanCount >= 1);
    // Most products stand in a round-up with one number of fans: there is nothing to compare.
    if (new Set(counted.map((reading) => reading.fanCount)).size < 2) continue;
    const eachDb = (reading: FanReading) => reading.levelDb - 10 * Math.log10(reading.fanCount);
    const beside = (at: FanReading) =>
      counted.filter(
        (reading) => reading.fanCount !== at.fanCount && Math.abs(at.rpm / reading.rpm - 1) <= SAME_SPEED,
      );
    // One voice for each variant, however often it was read.
    const voices = (at: FanReading) =>
      [...groupBy(beside(at), (reading) => reading.fanCount).values()].map((readings) =>
        median(readings.map(eachDb)),
      );
    const surplusDb = (at: FanReading) => eachDb(at) - median(voices(at));
    for (const at of counted) {
      const others = beside(at);
      if (others.length === 0) continue;
      const surplus = surplusDb(at);
      if (!(Math.abs(surplus) > ALLOWED_DB)) continue;
      // Of three and more the one that stands furthest off is wrong, and bends what the others are held to.
      const furthest = others.every((other) => Math.abs(surplusDb(other)) <= Math.abs(surplus));
      if (voices(at).length < 2 || furthest) jumps.set(at.run, surplus);
    }
  }
  return jumps;
}
