import type { LevelCorrection } from '../levels/levelCorrection';
import { checkOffset, type DailyCheck } from '../rig/instrument';
import { groupBy } from '../statistics/groupBy';
import { momentWords } from '../timeWords';
import { mayBeOff, meterCorrection, type CalibratorReading } from './meterCorrection';

/** A run as far as its meter is asked about: whether it counts, is held in doubt, or was set aside for good. */
export interface MeteredRun {
  id: number;
  version: number;
  atMs: number;
  state: 'counting' | 'held' | 'aside';
  correction: LevelCorrection | null;
}

export type MeteredBrief = Pick<MeteredRun, 'id' | 'version'>;

/** Runs of a time in which the meter was off. */
export interface MeterOff {
  /** By how much they can be corrected, and are not. */
  open: { correction: LevelCorrection; runs: MeteredBrief[] }[];
  /** By how much they are. */
  corrected: { correction: LevelCorrection; runs: MeteredBrief[] }[];
  /** Those of which nobody knows; of runs that were set aside for good nothing is asked. */
  unknown: { reason: string; counting: MeteredBrief[]; held: MeteredBrief[] }[];
  /** How many count, although they were read by a meter that was off, or may have been. */
  counting: number;
}

const DAY_MS = 86_400_000;

/**
 * The calibrator's readings in order of time. A book holds the newest first, also within one day. Hours are the lab's own clock, as those
 * of runs are.
 *
 * @example calibratorReadings([]) → []
 */
export function calibratorReadings(checks: readonly DailyCheck[]): CalibratorReading[] {
  return checks
    .filter(({ kind, on }) => kind === 'calibrator' && !Number.isNaN(Date.parse(on)))
    .map((check) => {
      const atMs = Date.parse(check.at ? `${check.on}T${check.at}Z` : check.on);
      const untilMs = check.at ? atMs : atMs + DAY_MS;
      const on = momentWords(check.at ? `${check.on}T${check.at}` : check.on);
      return { atMs, untilMs, on, offDb: checkOffset(check) };
    })
    .reverse()
    .sort((a, b) => a.atMs - b.atMs);
}

/**
 * What may be done about the runs that a meter read while it was off: by how much each can be corrected, or why nobody knows.
 *
 * Example: No check was ever off and nothing was corrected: nothing is told.
 *
 * @param checks in order of time
 */
export function meterOff(checks: readonly CalibratorReading[], runs: readonly MeteredRun[]): MeterOff {
  const brief = ({ id, version }: MeteredRun) => ({ id, version });
  const grouped = (list: { correction: LevelCorrection; run: MeteredRun }[]) =>
    [...groupBy(list, ({ correction }) => JSON.stringify(correction)).values()].map((own) => ({
      correction: own[0]!.correction,
      runs: own.map(({ run }) => brief(run)),
    }));
  const corrected = runs.flatMap((run) => (run.correction ? [{ correction: run.correction, run }] : []));
  const asked = runs
    .filter(({ correction, atMs }) => correction === null && !Number.isNaN(atMs) && mayBeOff(checks, atMs))
    .map((run) => ({ run, found: meterCorrection(checks, run.atMs) }));
  const unknown = asked.flatMap(({ run, found }) =>
    found.known || run.state === 'aside' ? [] : [{ run, reason: found.reason }],
  );
  return {
    open: grouped(asked.flatMap(({ run, found }) => (found.known ? [{ correction: found.value, run }] : []))),
    corrected: grouped(corrected),
    unknown: [...groupBy(unknown, ({ reason }) => reason)].map(([reason, own]) => ({
      reason,
      counting: own.flatMap(({ run }) => (run.state === 'counting' ? [brief(run)] : [])),
      held: own.flatMap(({ run }) => (run.state === 'held' ? [brief(run)] : [])),
    })),
    counting: asked.filter(({ run }) => run.state === 'counting').length,
  };
}
