import { groupBy } from '../statistics/groupBy';
import type { LabRun } from '../runs/labRun';
import { fanCountJump } from './fanCountJump';
import { offSpeedLine } from './offSpeedLine';
import { otherRooms } from './otherRooms';
import { repeatsOf } from './repeatsOf';
import { sentence } from '../words';
import { runSlips } from './runSlips';
import type { Slip } from './slips';
import { standsApart } from './standsApart';

const ROOM_MOVED_K = 0.5;
const LEVEL_MOVED_DB = 1.5;
const POWER_MOVED = 0.05;

/**
 * The level did not stand still while it counted, as the logbook and the import say it.
 *
 * @example levelMoved(2.04) → 'The level steps by 2.0 dB in the window: is the meter’s clock right?'
 */
export function levelMoved(stepDb: number): string {
  return `The level steps by ${stepDb.toFixed(1)} dB in the window: is the meter’s clock right?`;
}

export const isLevelUnsteady = (stepDb: number) => stepDb > LEVEL_MOVED_DB;

function over(valueDb: number): string {
  return `${Math.abs(valueDb).toFixed(1)} dB ${valueDb > 0 ? 'over' : 'under'}`;
}

/**
 * What a run shows only beside the others, in short sentences by its id: levels off the level–speed line or
 * beyond what the fan count explains, passes and mounts that stand apart, a room that moved. Runs set aside
 * are told against the others, but the others never against them. What is mostly a slip (`slips`) is told by its own sentence.
 *
 * Example: A pass 1.4 K over its siblings has ‘1.4 K hotter than its other passes’; a run like the others has none.
 */
export function runFlags(
  runs: readonly LabRun[],
  slips: ReadonlyMap<number, readonly Slip[]> = runSlips(runs),
): Map<number, string[]> {
  const flags = new Map<number, string[]>();
  const add = (run: number, text: string) => flags.set(run, [...(flags.get(run) ?? []), text]);
  const counting = runs.filter((run) => run.setAside === '');
  const audible = counting.filter(
    (run) => run.rpm !== null && run.rpm > 0 && run.level.standing !== 'at-floor',
  );
  for (const ofEntry of groupBy(audible, (run) => run.entry).values()) {
    const readings = ofEntry.map((run) => ({ run: run.id, rpm: run.rpm!, levelDb: run.level.levelDb }));
    for (const [run, byDb] of offSpeedLine(readings)) add(run, `${over(byDb)} its entry’s level–speed line`);
  }
  const counted = audible
    .filter((run) => run.fanCount !== null)
    .map((run) => ({
      run: run.id,
      product: run.productId,
      fanCount: run.fanCount!,
      rpm: run.rpm!,
      levelDb: run.level.levelDb,
    }));
  for (const [run, byDb] of fanCountJump(counted))
    add(run, `${over(byDb)} what the number of fans explains beside its other variants`);
  for (const [run, found] of slips) for (const { says } of found) add(run, sentence(says));
  for (const { run, what, byK } of standsApart(repeatsOf(counting))) {
    if (slips.get(run)?.some(({ kind }) => kind === 'rise')) continue;
    add(
      run,
      `${Math.abs(byK).toFixed(1)} K ${byK > 0 ? 'over' : 'under'} its other ${what === 'pass' ? 'passes' : 'mounts'}`,
    );
  }
  for (const run of counting) {
    if (run.reduction.roomMovedK > ROOM_MOVED_K)
      add(run.id, `The room moved ${run.reduction.roomMovedK.toFixed(1)} K in the window`);
    if (isLevelUnsteady(run.reduction.levelMovedDb)) add(run.id, levelMoved(run.reduction.levelMovedDb));
    if (run.reduction.powerMovedShare > POWER_MOVED && !run.reduction.heatLimited)
      add(
        run.id,
        `The power steps by ${(100 * run.reduction.powerMovedShare).toFixed(0)} % in the window: part of another load?`,
      );
  }
  for (const [run, byDb] of otherRooms(counting))
    add(run, `The room was ${over(byDb)} that of the session’s other mounts`);
  return flags;
}
