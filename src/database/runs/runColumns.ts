import { RUN_COLUMN_NAMES, runColumn, type RunColumnName, type RunFields } from '@/core/runs/runColumns';

/** Columns of a run by the names of its fields, for a select from `runs u`. */
export const selected = (names: readonly (keyof RunFields)[]): string =>
  names.map((name) => `u.${runColumn(name).sql} AS "${name}"`).join(', ');

/** Fields that are columns of the table, in its order. */
export const RUN_FIELDS = RUN_COLUMN_NAMES.filter(
  (name): name is Exclude<RunColumnName, 'entry'> => runColumn(name).sql !== undefined,
);

/** What a level is corrected by, for a select. */
export const CORRECTION = ['levelCorrectionDb', 'levelCorrectionDoubtDb', 'levelCorrectionWhy'] as const;

export type CorrectionRow = Pick<RunFields, (typeof CORRECTION)[number]>;
