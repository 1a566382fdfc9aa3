import { loadKey } from '@/core/runs/load';
import type { Repeats } from '@/core/plan/planSettings';
import type { RoundUpView } from '@/lab/model/roundUpView';

/** How often an entry was mounted at a load, and read at each mount, by the runs that count; once at least. */
export function measuredRepeats(view: RoundUpView, entry: string, load: string): Repeats {
  const runs = view.runs.filter((run) => run.entry === entry && run.setAside === '' && loadKey(run) === load);
  const mounts = new Set(runs.map((run) => run.mount)).size;
  const passes = new Set(runs.map((run) => run.pass)).size;
  return { mounts: Math.max(1, mounts), passes: Math.max(1, passes) };
}
