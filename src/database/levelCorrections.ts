import type { LevelCorrection } from '@/core/levels/levelCorrection';

/** What a run's level is corrected by, as its columns hold it. */
export interface CorrectionRow {
  correctionDb: number | null;
  correctionDoubtDb: number | null;
  correctionWhy: string;
}

/** The columns of a run `u`, for a select. */
export const CORRECTION = `
  u.level_correction_db AS "correctionDb", u.level_correction_doubt_db AS "correctionDoubtDb", u.level_correction_why AS "correctionWhy"`;

/** The correction of a row; null where its level stands as read. */
export function correctionOf(row: CorrectionRow): LevelCorrection | null {
  return row.correctionDb === null
    ? null
    : { db: row.correctionDb, doubtDb: row.correctionDoubtDb!, why: row.correctionWhy };
}
