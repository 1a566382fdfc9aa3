import type { Variance } from '../statistics/variance';
import type { Load } from '../runs/load';
import { isFixedWatts } from '../runs/load';

/** What remounts on a rig, of other entries than those in hand, scattered by at one load of fixed watts. */
export interface RigRemounts {
  loadW: number;
  /** Degrees of freedom: mounts less one of each entry. */
  freedom: number;
  /** Of a mount’s number at the line, what passes leave in it taken off, K². */
  varianceK2: number;
}

/** Watts farther apart than this say too little of one another. */
const MOST_RATIO = 2;

/**
 * What the remounts of a rig say at a load: those at the nearest watts, none farther off than twofold, as resistances are: a mount’s rise goes
 * by the watts. Null where there are none.
 *
 * @example historyAt([{ loadW: 100, freedom: 9, varianceK2: 0.1 }], { loadW: 200, loadName: '', gpuLoadW: 0 }) → { freedom: 9, variance: 0.4 }
 */
export function historyAt(remounts: readonly RigRemounts[], load: Load): Variance | null {
  if (!isFixedWatts(load)) return null;
  const off = ({ loadW }: RigRemounts) => Math.abs(Math.log(loadW / load.loadW));
  const near = remounts
    .filter((one) => one.freedom > 0 && off(one) <= Math.log(MOST_RATIO) + 1e-9)
    .sort((a, b) => off(a) - off(b) || b.freedom - a.freedom)[0];
  return near ? { freedom: near.freedom, variance: near.varianceK2 * (load.loadW / near.loadW) ** 2 } : null;
}
