import { differenceInDays, differenceInMonths, differenceInYears } from 'date-fns';

/** Runs at one revision of a rig, and when the last of them was made; null where no time is noted. */
export interface MeasuredAt {
  rig: string;
  revision: number;
  runs: number;
  lastAt: Date | null;
}

const counted = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;

/**
 * How long ago something was, as a reviewer would say it: in days up to six weeks, in months up to two years, in years.
 *
 * agoWords(2025-09-20, 2026-11-26) is “14 months ago”.
 */
export function agoWords(then: Date, now: Date): string {
  const days = differenceInDays(now, then);
  if (days < 1) return 'today';
  if (days <= 42) return `${counted(days, 'day')} ago`;
  const months = differenceInMonths(now, then);
  if (months < 24) return `${counted(months, 'month')} ago`;
  return `${counted(differenceInYears(now, then), 'year')} ago`;
}

/**
 * What was measured of an entry: “24 runs on Open bench A, revision 2, the last 14 months ago”; rigs are parted by
 * semicolons, and nothing measured is “no runs”.
 *
 * Example: ‘measured 14 months ago on revision 2, 24 runs’.
 */
export function measuredWords(measured: readonly MeasuredAt[], now: Date): string {
  if (measured.length === 0) return 'no runs';
  return measured
    .map(({ rig, revision, runs, lastAt }) => {
      const when = lastAt ? `, the last ${agoWords(lastAt, now)}` : '';
      return `${counted(runs, 'run')} on ${rig}, revision ${revision}${when}`;
    })
    .join('; ');
}
