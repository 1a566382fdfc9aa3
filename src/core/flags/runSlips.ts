import { isMissing } from '../missing';
import { hasDie, type LabRun } from '../runs/labRun';
import { loadKey } from '../runs/load';
import { groupBy } from '../statistics/groupBy';
import { ASSUMED_SPREAD_K } from '../uncertainty/constants';
import { repeatsSpread } from '@/core/uncertainty/spreads/repeatsSpread';
import { repeatsOf } from './repeatsOf';
import { slipsAmong, type ReadRun, type Slip } from './slips';
import { settingsOf } from './standsApart';

/** With fewer degrees of freedom than this a rig's spread is not known. */
const LEAST_FREEDOM = 3;
/** Slips of other entries must not hide one of this: no rig remounts worse, K. */
const MOST_SIGMA_K = 1;

const known = (value: number) => (isMissing(value) ? null : value);

/**
 * A run of the lab as slips are looked for in it.
 *
 * Example: A run of 61.2 °C in a room of 23.0 °C: its rise and its room, its level as read.
 */
export function readRun(run: LabRun): ReadRun {
  const { label, entry, setting, mount, pass, noiseDb, rpm, startedAt, reduction } = run;
  const riseK = hasDie(run) && reduction.settled ? known(reduction.riseK) : null;
  const roomC = known(reduction.ambientMeanC);
  return {
    ...{ label, entry, load: loadKey(run), setting, mount, pass },
    ...{ riseK, roomC, noiseDb, rpm, day: startedAt.slice(0, 10) },
  };
}

/**
 * Standard deviation of a single remounted reading, K, at a load, as the other entries show it: an entry's own slips must not hide
 * themselves. Assumed where they cannot tell.
 *
 * Example: Without repeats of another entry: 0.5 K.
 */
export function remountSigmas(runs: readonly LabRun[]): (load: string, entry: string) => number {
  const ofLoad = groupBy(repeatsOf(runs), (repeat) => repeat.load);
  const kept = new Map<string, number>();
  return (load, entry) => {
    const key = JSON.stringify([load, entry]);
    const before = kept.get(key);
    if (before !== undefined) return before;
    const others = [...groupBy(ofLoad.get(load) ?? [], (repeat) => repeat.entry)]
      .filter(([name]) => name !== entry)
      .map(([, repeats]) => settingsOf(repeats));
    const { mount, pass } = repeatsSpread(others);
    const sigmaK =
      mount && mount.freedom >= LEAST_FREEDOM
        ? Math.min(MOST_SIGMA_K, Math.sqrt(mount.variance + (pass?.variance ?? 0)))
        : ASSUMED_SPREAD_K;
    kept.set(key, sigmaK);
    return sigmaK;
  };
}

/**
 * What among the runs that count is mostly a slip, by run: for the run itself, the head of the logbook, and the ± that it widens.
 *
 * Example: A third mount 24 K over the two others: that run, with the sentence that names the nearest of them.
 */
export function runSlips(runs: readonly LabRun[]): Map<number, Slip[]> {
  const counting = runs.filter((run) => run.setAside === '');
  const found = slipsAmong(counting.map(readRun), remountSigmas(counting));
  return new Map([...found].map(([at, slips]) => [counting[at]!.id, slips]));
}
