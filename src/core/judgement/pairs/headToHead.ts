import { inARow } from '@/core/words';
import type { Crossing } from './crossings';
import { pairDifference } from '@/core/ranking/pairDifference';
import type { Comparable } from '@/core/uncertainty/criticalDifference';

/** A value of an entry under one condition. */
export interface PairSide extends Comparable {
  /** The level there, dB(A). */
  levelDb: number;
}

/** One condition at which two entries are set against one another. */
export interface PairCondition {
  key: string;
  /** What is compared: “Die, 170 W”. */
  what: string;
  /** At what: “at 33.0 dB(A)”, “at full speed”. */
  where: string;
  /** The noise line that it is at; null for another way. */
  lineDb: number | null;
  unit: string;
  decimals: number;
  better: 'lower' | 'higher';
  /** Entries that were compared there, all pairs at once. */
  compared: number;
  one: PairSide;
  other: PairSide;
}

/** A row of a pair: how far the one is ahead, in the unit; negative where the other is. */
export interface PairRow extends Omit<PairCondition, 'one' | 'other' | 'compared'> {
  lead: number;
  /** Half-width of its interval, which holds for all rows at once. */
  interval95: number;
  /** Who is ahead; null for a tie. */
  ahead: 'one' | 'other' | null;
  /** How much louder the one is than the other there, dB. */
  louderDb: number;
}

/**
 * Two entries under every condition, with intervals that hold for all of them at once and for all pairs of each.
 *
 * @example headToHead([]) → []
 */
export function headToHead(conditions: readonly PairCondition[]): PairRow[] {
  return conditions.map(({ one, other, compared, ...row }) => {
    const { difference, interval95, isOpen } = pairDifference(one, other, compared, conditions.length);
    const lead = (row.better === 'higher' ? -1 : 1) * difference;
    return {
      ...{ ...row, lead, interval95 },
      ahead: isOpen ? null : lead > 0 ? 'one' : 'other',
      louderDb: one.levelDb - other.levelDb,
    };
  });
}

/** Levels that are as good as equal, dB. */
export const EQUAL_DB = 0.5;

function placesWords(rows: readonly PairRow[], isOne: boolean): string {
  return inARow(
    rows.map(({ where, louderDb }) => {
      const own = isOne ? louderDb : -louderDb;
      if (Math.abs(own) < EQUAL_DB) return where;
      return `${where} (${Math.abs(own).toFixed(1)} dB ${own > 0 ? 'louder' : 'quieter'})`;
    }),
  );
}

/**
 * Whether one is better than the other, in sentences that hold: at the first row, and where it is otherwise of the same thing. Where
 * the two cross, the levels of the crossing stand for the noise lines.
 *
 * Example: ‘Too close to call at 33.0 dB(A).’, ‘Tramontana leads at 28.0 dB(A); Galerna Twin leads at full speed (2.0 dB quieter).’
 */
export function pairAnswer(
  rows: readonly PairRow[],
  [one, other]: readonly [string, string],
  crossing: (Omit<Crossing, 'atDb' | 'value' | 'below' | 'above'> & { isOneBelow: boolean }) | null,
): { answer: string; otherwise: string } {
  const [main, ...rest] = rows;
  if (!main)
    return { answer: `${one} and ${other} were not measured under the same condition.`, otherwise: '' };
  const by = `${Math.abs(main.lead).toFixed(main.decimals)} ± ${main.interval95.toFixed(main.decimals)} ${main.unit}`;
  const first =
    main.ahead === null
      ? `Too close to call ${main.where}.`
      : `${main.ahead === 'one' ? one : other} is ahead ${main.where}, by ${by}.`;
  const otherwise = rest.filter(
    (row) =>
      row.what === main.what &&
      row.ahead !== null &&
      row.ahead !== main.ahead &&
      (crossing === null || row.lineDb === null),
  );
  const told = crossing
    ? [
        `${crossing.isOneBelow ? one : other} leads from ${crossing.fromDb.toFixed(1)} to ${crossing.belowDb.toFixed(1)} dB(A)`,
        `${crossing.isOneBelow ? other : one} from ${crossing.aboveDb.toFixed(1)} to ${crossing.toDb.toFixed(1)}`,
      ]
    : [];
  for (const ahead of ['one', 'other'] as const) {
    const its = otherwise.filter((row) => row.ahead === ahead);
    if (its.length > 0)
      told.push(`${ahead === 'one' ? one : other} leads ${placesWords(its, ahead === 'one')}`);
  }
  return { answer: first, otherwise: told.length > 0 ? `${told.join('; ')}.` : '' };
}
