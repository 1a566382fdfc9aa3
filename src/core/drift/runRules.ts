export type RunRule = 'beyond-3' | 'two-beyond-2' | 'four-beyond-1' | 'eight-one-side';

/** The usual run rules, each in words. */
export const RUN_RULES: readonly { id: RunRule; says: string }[] = [
  { id: 'beyond-3', says: 'one beyond three standard deviations' },
  { id: 'two-beyond-2', says: 'two of three beyond two, on one side' },
  { id: 'four-beyond-1', says: 'four of five beyond one, on one side' },
  { id: 'eight-one-side', says: 'eight in a row on one side of the mean' },
];

/**
 * How many of a hundred charts of a steady rig have spoken of nothing by their tenth and by their thirtieth control, all rules together: of
 * the chart as it runs, which learns mean and spread as it goes (simulated; with both known beforehand one point in 92 would, Champ &
 * Woodall 1987).
 */
export const FALSE_ALARMS = { byTenth: 5, byThirtieth: 25 } as const;

/** At least `count` of the last `of` lie beyond a distance on the side of the last one, itself among them. */
function many(z: readonly number[], end: number, count: number, of: number, beyond: number): boolean {
  const sign = Math.sign(z[end]!);
  const last = z.slice(Math.max(0, end - of + 1), end + 1);
  return sign * z[end]! > beyond && last.filter((value) => sign * value > beyond).length >= count;
}

/**
 * Which run rules a point breaks, by standardised values up to it (Western Electric 1956): 3 s, 2 of 3 beyond 2 s, 4 of 5 beyond
 * 1 s, 8 on one side.
 *
 * @example brokenRules([0.2, -0.4, 3.1], 2) → ['beyond-3']
 *
 * @throws where there is no such point
 */
export function brokenRules(z: readonly number[], end: number): RunRule[] {
  if (!(end >= 0 && end < z.length)) throw new RangeError(`brokenRules: no point ${end} of ${z.length}`);
  const broken: RunRule[] = [];
  if (Math.abs(z[end]!) > 3) broken.push('beyond-3');
  if (many(z, end, 2, 3, 2)) broken.push('two-beyond-2');
  if (many(z, end, 4, 5, 1)) broken.push('four-beyond-1');
  if (many(z, end, 8, 8, 0)) broken.push('eight-one-side');
  return broken;
}
