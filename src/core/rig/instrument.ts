export const INSTRUMENT_KINDS = [
  'sound meter',
  'calibrator',
  'room probe',
  'power meter',
  'die sensor',
  'other',
] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];

export interface Instrument {
  name: string;
  kind: InstrumentKind;
  range: string;
  resolution: string;
  /** Accuracy class, as IEC 61672 class 1 or 2 for meters. */
  grade: string;
  calibratedOn: string;
  dueOn: string;
}

/** A check of the day: the meter on the 94 dB calibrator, the room probe against the die at a cold start, or against a second probe. */
export interface DailyCheck {
  on: string;
  /** Hour of that day, as 17:30; empty where nobody noted it: then it may have been before or after a run of that day. */
  at?: string | undefined;
  kind: 'calibrator' | 'cold start' | 'second probe';
  /** dB read on the calibrator; probe minus die at cold start, or minus the second probe beside it, K. */
  reading: number;
  note: string;
}

/** What belongs to the rig whatever its revision. */
export interface RigBook {
  instruments: Instrument[];
  checks: DailyCheck[];
}

/** Off by more than this a check fails: dB on a class 2 meter with a class 2 calibrator, and K. */
export const CHECK_LIMIT = { calibrator: 0.5, 'cold start': 0.5, 'second probe': 0.5 } as const;
const CALIBRATOR_DB = 94;
/** Farther off than this it is no reading of such a check at all. */
const CANNOT_BE = { calibrator: 10, 'cold start': 20, 'second probe': 20 } as const;

/**
 * How far a check was off, in dB or K.
 *
 * @example checkOffset({ kind: 'calibrator', reading: 94.3 }) → 0.3
 */
export function checkOffset({ kind, reading }: Pick<DailyCheck, 'kind' | 'reading'>): number {
  return kind === 'calibrator' ? reading - CALIBRATOR_DB : reading;
}

/**
 * What is wrong with a check that cannot be: a reading in another unit, or of another calibrator; empty where it can.
 *
 * Example: A calibrator’s reading of 114: ‘on a calibrator of 94 dB a meter reads 84 to 104 dB, not 114: was it another unit …’.
 */
export function checkTrouble(check: Pick<DailyCheck, 'kind' | 'reading'>): string {
  const most = CANNOT_BE[check.kind];
  if (Math.abs(checkOffset(check)) <= most) return '';
  return check.kind === 'calibrator'
    ? `on a calibrator of 94 dB a meter reads ${CALIBRATOR_DB - most} to ${CALIBRATOR_DB + most} dB, not ${check.reading}: was it another unit, or another calibrator?`
    : `two probes at one temperature differ by ${most} K at most, not by ${check.reading}: was it another unit, or no difference?`;
}

/**
 * @example checkHolds({ kind: 'calibrator', reading: 94.2 }) → true
 */
export function checkHolds(check: DailyCheck): boolean {
  return Math.abs(checkOffset(check)) <= CHECK_LIMIT[check.kind];
}

/**
 * Whether calibration has run out on a day (both as 2026-11-25); false where no date is known.
 *
 * @example isOverdue({ dueOn: '2026-11-24' }, '2026-11-25') → true
 */
export function isOverdue(instrument: Instrument, today: string): boolean {
  return instrument.dueOn !== '' && instrument.dueOn < today;
}
