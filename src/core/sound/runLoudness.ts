import { groupBy } from '../statistics/groupBy';
import { mean } from '../statistics/mean';

/** The mains of a lab where nothing says that it hums otherwise, Hz. */
export const USUAL_MAINS_HZ = 50;

const keyOf = ({ entry, setting }: { entry: string; setting: string }) => JSON.stringify([entry, setting]);

/**
 * Loudness of each run, sone: of its own recordings where the bench made them, else the mean of those of its entry and setting.
 * Runs that nothing was recorded of are left out.
 *
 * Example: Clips of 1.0 and 1.2 sone at one setting: 1.1 for each of its runs that has none of its own.
 */
export function runLoudness<Id>(
  runs: readonly { id: Id; entry: string; setting: string }[],
  clips: readonly { run: Id | null; entry: string; setting: string; sone: number }[],
): Map<Id, number> {
  const own = groupBy(clips, ({ run }) => run);
  const bySetting = groupBy(clips, keyOf);
  const sones = new Map<Id, number>();
  for (const run of runs) {
    const heard = own.get(run.id) ?? bySetting.get(keyOf(run));
    if (heard) sones.set(run.id, mean(heard.map(({ sone }) => sone)));
  }
  return sones;
}
