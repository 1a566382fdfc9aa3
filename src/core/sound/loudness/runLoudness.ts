import { groupBy } from '../../statistics/groupBy';
import { mean } from '../../statistics/mean';
import type { CountedLoudness } from './countedLoudness';

/** The mains of a lab where nothing says that it hums otherwise, Hz. */
export const USUAL_MAINS_HZ = 50;

const keyOf = ({ entry, setting }: { entry: string; setting: string }) => JSON.stringify([entry, setting]);

/**
 * Loudness of each run, sone: of its own recordings where the bench made them, else the mean of those of its entry and setting. Those
 * that are only upper limits count where there is nothing else, and make one. Runs that nothing was recorded of are left out.
 *
 * Example: Clips of 1.0 and 1.2 sone at one setting: 1.1 for each of its runs that has none of its own.
 */
export function runLoudness<Id>(
  runs: readonly { id: Id; entry: string; setting: string }[],
  clips: readonly ({ run: Id | null; entry: string; setting: string } & CountedLoudness)[],
): Map<Id, CountedLoudness> {
  const own = groupBy(clips, ({ run }) => run);
  const bySetting = groupBy(clips, keyOf);
  const sones = new Map<Id, CountedLoudness>();
  for (const run of runs) {
    const heard = own.get(run.id) ?? bySetting.get(keyOf(run));
    if (!heard) continue;
    const clear = heard.filter(({ isBound }) => !isBound);
    const counting = clear.length > 0 ? clear : heard;
    sones.set(run.id, { sone: mean(counting.map(({ sone }) => sone)), isBound: clear.length === 0 });
  }
  return sones;
}
