import type { LabRun } from '../runs/labRun';
import { loadKey } from '../runs/load';
import type { Repeat } from './standsApart';

/**
 * The runs that can be set beside each other as repeats: those that count and have settled.
 *
 * Example: A settled run that counts is one; one set aside or still rising is none.
 */
export function repeatsOf(runs: readonly LabRun[]): Repeat[] {
  return runs
    .filter((run) => run.setAside === '' && run.reduction.settled)
    .map((run) => ({
      run: run.id,
      entry: run.entry,
      load: loadKey(run),
      setting: run.setting,
      mount: run.mount,
      value: run.reduction.riseK,
    }));
}
