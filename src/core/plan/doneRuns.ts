import { loadKey, type Load } from '../runs/load';
import type { Mounting, PlannedPoint } from './mountings';

export interface DoneRun extends Load {
  entry: string;
  mount: number;
  setting: string;
  pass: number;
}

const key = (entry: string, mount: number, point: PlannedPoint) =>
  [entry, mount, loadKey(point), point.setting.trim().toLowerCase(), point.pass].join('\n');

/**
 * Ticks runs off against a plan: whether a planned point has been measured, by entry, mount, load, setting and pass.
 *
 * Example: With one run of an entry's mount 1 at 170 W and ‘56 %’: its first pass is done, its second is not.
 */
export function doneBy(
  runs: readonly DoneRun[],
): (mounting: Pick<Mounting, 'entry' | 'mount'>, point: PlannedPoint) => boolean {
  const done = new Set(runs.map((run) => key(run.entry, run.mount, run)));
  // Before the first run nothing need be looked up, and plans are laid anew at every move.
  if (done.size === 0) return () => false;
  return (mounting, point) => done.has(key(mounting.entry, mounting.mount, point));
}
