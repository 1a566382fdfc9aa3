import { RESPONSES, type TypedMean } from './responses';

/** Seconds until the limit, where no log tells them. */
export const LIMIT_AFTER = 'limit_after_s';

/**
 * Everything that a response takes from a mean that was typed: whatever is added to the registry with a channel of its own can be
 * typed, read from a bundle, kept through every edit and logged.
 */
export const TYPED_MEANS: readonly TypedMean[] = [
  ...RESPONSES.flatMap(({ channel }) => channel ?? []),
  { heading: LIMIT_AFTER, label: 'At the limit after, s', bound: 'timeS' },
];

/** Columns of a score in runs.csv. */
export const SCORE_COLUMNS = ['score', 'score_unit', 'score_better'] as const;

const MEASURED: ReadonlySet<string> = new Set([
  ...TYPED_MEANS.map(({ heading }) => heading),
  ...SCORE_COLUMNS,
]);

/** Whether a column that a run keeps in `extra` holds something measured. Such columns are published, others are not. */
export const isMeasuredColumn = (heading: string): boolean => MEASURED.has(heading);
