import type { DoneRun } from './doneRuns';
import { doneBy } from './doneRuns';
import { loadLabel } from '../runs/load';

/** A planned point that the bench left out for good at a mount, and why. */
export interface LeftOutPoint extends DoneRun {
  why: string;
}

/**
 * What was left out and not measured since, a phrase each.
 *
 * Example: ‘Galerna at 170 W, 40 %, mount 2: skipped: too loud for the hour’.
 */
export function leftOutWords(
  points: readonly LeftOutPoint[],
  runs: readonly DoneRun[],
  nameOf: (entry: string) => string,
): string[] {
  const isDone = doneBy(runs);
  return points
    .filter((point) => !isDone(point, point))
    .map(
      (point) =>
        `${nameOf(point.entry)} at ${loadLabel(point)}, ${point.setting}, mount ${point.mount}: ${point.why}`,
    );
}
