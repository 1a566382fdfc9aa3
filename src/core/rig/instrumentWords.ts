import { dayWords } from '../timeWords';
import { isOverdue, type Instrument } from './instrument';

/**
 * An instrument as a report names it: what it is, how fine it reads, and how long its calibration holds.
 *
 * @param lastDay the day of the last run, as 2026-11-25; empty where no run is dated
 *
 * Example: ‘Meter M2, class 2, steps of 0.1 dB, calibration expired on 20 November 2026, before the last run’.
 */
export function instrumentWords(instrument: Instrument, lastDay: string): string {
  const { name, grade, resolution, calibratedOn, dueOn } = instrument;
  const isExpired = lastDay !== '' && isOverdue(instrument, lastDay);
  return [
    name,
    grade,
    resolution && `steps of ${resolution}`,
    calibratedOn && `calibrated on ${dayWords(calibratedOn)}`,
    isExpired && `calibration expired on ${dayWords(dueOn)}, before the last run`,
  ]
    .filter(Boolean)
    .join(', ');
}
