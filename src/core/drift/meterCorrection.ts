import type { LevelCorrection } from '../levels/levelCorrection';
import { known, unknown, type Outcome } from '../outcome';
import { CHECK_LIMIT } from '../rig/instrument';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';

/** A reading of the meter on the calibrator: how far off, dB; `on` as a person writes the day. */
export interface CalibratorReading {
  atMs: number;
  /** Until when it may have been read, where the hour was not noted: the end of that day; `atMs` where it was. */
  untilMs: number;
  on: string;
  offDb: number;
}

/** A calibrator of class 2 repeats itself within ± 0.2 dB (IEC 60942), as spread evenly. */
const REPEATS_U_DB = 0.2 / Math.sqrt(3);

const off = ({ offDb }: CalibratorReading) => Math.abs(offDb) > CHECK_LIMIT.calibrator;

/** The readings of the calibrator on either side of a moment. */
function around(
  checks: readonly CalibratorReading[],
  atMs: number,
): {
  before: CalibratorReading | undefined;
  after: CalibratorReading | undefined;
  /** Read on that day at an hour that nobody noted: before the moment, or after it. */
  unsure: CalibratorReading[];
} {
  return {
    before: checks.findLast((check) => check.untilMs <= atMs),
    after: checks.find((check) => check.atMs > atMs),
    unsure: checks.filter((check) => check.atMs <= atMs && check.untilMs > atMs),
  };
}

/**
 * Whether a reading of the meter may be off: the calibrator before it or the one after it was off.
 *
 * Example: Checks of 0.0, 1.4 and 0.0 dB: all readings between the first and the last may be.
 *
 * @param checks in order of time
 */
export function mayBeOff(checks: readonly CalibratorReading[], atMs: number): boolean {
  const { before, after, unsure } = around(checks, atMs);
  if (unsure.some(off)) return true;
  return (before !== undefined && off(before)) || (after !== undefined && off(after));
}

/**
 * What corrects a reading of a meter that was off by a known amount: less the mean of the calibrator before and after it. Both must be
 * off, and by as much as a check may be off at all: where one is right, or they differ by more, nobody knows when it went.
 * Its doubt: anywhere between the two, spread evenly, and how the calibrator repeats itself (GUM, JCGM 100, 4.3.7).
 *
 * Example: 95.4 dB on the evening before and 95.3 dB on the day after, on a calibrator of 94: −1.35 ± 0.23 dB.
 *
 * @param checks in order of time
 * @throws where the time is no number
 */
export function meterCorrection(
  checks: readonly CalibratorReading[],
  atMs: number,
): Outcome<LevelCorrection> {
  if (!Number.isFinite(atMs)) throw new RangeError(`meterCorrection: a time was expected, got ${atMs}`);
  const { before, after, unsure } = around(checks, atMs);
  if (unsure.some(off) || (unsure.length > 0 && (!before || off(before)) && (!after || off(after))))
    return unknown(
      `the calibrator was read on ${unsure[0]!.on} at an unknown hour, before or after this run`,
    );
  if (!before && !after) return unknown('the calibrator was never read');
  if (!before) return unknown(`no reading of the calibrator before it: the first is of ${after!.on}`);
  if (!after) return unknown(`no reading of the calibrator after it: the last is of ${before.on}`);
  if (!off(before) && !off(after)) return unknown('the meter was right before it and after it');
  if (!off(before)) return unknown(`the meter changed between ${before.on} and ${after.on}, time unknown`);
  if (!off(after)) return unknown(`the meter was off on ${before.on} and right on ${after.on}, time unknown`);
  const apart = Math.abs(before.offDb - after.offDb);
  if (apart > CHECK_LIMIT.calibrator)
    return unknown(
      `the meter changed by ${apart.toFixed(1)} dB between ${before.on} and ${after.on}, time unknown`,
    );
  const db = -(before.offDb + after.offDb) / 2;
  const u = Math.hypot(apart / (2 * Math.sqrt(3)), REPEATS_U_DB);
  const signed = (value: number) => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(1)}`;
  return known({
    db,
    doubtDb: NORMAL_95 * u,
    why: `the calibrator read ${signed(before.offDb)} dB on ${before.on} and ${signed(after.offDb)} dB on ${after.on}`,
  });
}
