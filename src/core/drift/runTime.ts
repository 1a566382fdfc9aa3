/**
 * When a run was, ms since 1970: its own offset, or UTC where it names none; NaN where it is no time.
 *
 * @example runTimeMs('2026-10-14T18:00:00') → 1792000800000
 */
export function runTimeMs(startedAt: string): number {
  return Date.parse(/[zZ]|[+-]\d\d:?\d\d$/.test(startedAt) ? startedAt : `${startedAt}Z`);
}
