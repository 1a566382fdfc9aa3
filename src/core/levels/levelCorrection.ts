import type { CoolerLevel } from './coolerLevel';

/** What is added to the readings of a meter that was found off, on request; the readings stay as they were read. */
export interface LevelCorrection {
  db: number;
  /** Half-width of its 95 % interval, dB. */
  doubtDb: number;
  /** By what it is known. */
  why: string;
}

/**
 * What a meter would have read, dB, had it not been off.
 *
 * @example correctedDb(34, null) → 34
 */
export function correctedDb(readDb: number, correction: LevelCorrection | null): number {
  return readDb + (correction?.db ?? 0);
}

/**
 * A correction in a few words.
 *
 * @example correctionWords({ db: -1.35, doubtDb: 0.23 }) → '−1.4 ± 0.2 dB'
 */
export function correctionWords({ db, doubtDb }: Pick<LevelCorrection, 'db' | 'doubtDb'>): string {
  return `${db < 0 ? '−' : '+'}${Math.abs(db).toFixed(1)} ± ${doubtDb.toFixed(1)} dB`;
}

/**
 * A level as it would have been read by a meter that is not off: reading and room were read by the same one, so that the level of the
 * cooler alone moves by as much as both.
 *
 * @example correctedLevel({ levelDb: 34, standing: 'clear' }, { db: -1.4, doubtDb: 0.3 }).levelDb → 32.6
 */
export function correctedLevel(level: CoolerLevel, correction: LevelCorrection | null): CoolerLevel {
  return correction
    ? { ...level, levelDb: level.levelDb + correction.db, correctionDoubtDb: correction.doubtDb }
    : level;
}
