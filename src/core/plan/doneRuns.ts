import type { Mounting, PlannedPoint } from './mountings';

export interface DoneRun {
  entry: string;
  mount: number;
  load: string;
  setting: string;
  pass: number;
}

const key = (entry: string, mount: number, point: PlannedPoint) =>
  [entry, mount, point.load, point.setting.trim().toLowerCase(), point.pass].join('\n');

/** Ticks runs off against a plan: whether a planned point has been measured, by entry, mount, load, setting and pass. */
export function doneBy(runs: readonly DoneRun[]): (mounting: Mounting, point: PlannedPoint) => boolean {
  const done = new Set(runs.map((run) => key(run.entry, run.mount, run)));
  return (mounting, point) => done.has(key(mounting.entry, mounting.mount, point));
}
