import { BEYOND_ALL, curveEnds } from '@/core/curves/shown/curveEnds';
import { rankAtLine, type PlacedEntry } from '@/core/ranking/rankAtLine';
import { columnName, readsAlike, type SideColumn } from '@/core/ranking/sideColumn';
import { QUIETEST } from '@/core/ranking/sideColumns';
import type { RuledCurves, Way } from '@/core/ranking/ways';
import { RISE } from '@/core/responses/responses';
import type { PairCondition } from './headToHead';

interface Standing {
  entry: string;
  placed: Pick<PlacedEntry, 'value' | 'doubt' | 'shared' | 'levelDb'> | null;
}

/** A condition of the pair, from all that stand in one order; nothing where either has no value there. */
function conditionOf(
  standings: readonly Standing[],
  pair: readonly [string, string],
  words: Omit<PairCondition, 'one' | 'other' | 'compared'>,
): PairCondition[] {
  const [one, other] = pair.map((entry) => standings.find((each) => each.entry === entry)?.placed);
  if (!one || !other) return [];
  return [{ ...words, one, other, compared: standings.filter(({ placed }) => placed !== null).length }];
}

const standingsOf = (placed: readonly PlacedEntry[]): Standing[] =>
  placed.map((each) => ({ entry: each.entry, placed: each }));

const atLine = (lineDb: number) => ({ lineDb, where: `at ${lineDb.toFixed(1)} dB(A)` });

/** Ways beside equal noise and full speed that the load in hand is compared by. */
const FURTHER_WAYS: readonly Way['key'][] = ['rpm', 'duty', 'quietest'];

/**
 * The two by every way given, each at the line of noise or at its own.
 *
 * @example wayConditions([], ['a', 'b'], { unit: 'K', decimals: 1, better: 'lower', what: 'Die', lineDb: 33 }) → []
 */
export const wayConditions = (
  ways: readonly Way[],
  pair: readonly [string, string],
  { lineDb, ...words }: Pick<PairCondition, 'unit' | 'decimals' | 'better' | 'what'> & { lineDb: number },
): PairCondition[] =>
  ways.flatMap((way) =>
    conditionOf(standingsOf(way.ranking.placed), pair, {
      ...{ ...words, key: way.key },
      ...(way.key === 'noise'
        ? atLine(lineDb)
        : { lineDb: null, where: way.key === 'quietest' ? 'each at its quietest' : way.name }),
    }),
  );

/** The curves of a load of what the two are compared by. */
export interface PairLoad extends RuledCurves {
  key: string;
  /** What the load is called: “170 W”. */
  label: string;
}

/**
 * The two at every load, at the line and every other and at full speed; of the load in hand, which comes first, by every other way, too.
 *
 * Example: Two coolers at 90 and 170 W with lines of 30 and 33 dB(A): six conditions, and the ways of the load in hand.
 */
export function pairConditions(
  loads: readonly PairLoad[],
  pair: readonly [string, string],
  asked: {
    response: SideColumn['response'];
    /** The load in hand, the line there, and the other lines. */
    load: string;
    lineDb: number;
    linesDb: readonly number[];
    /** The orders of the load in hand by every way. */
    ways: readonly Way[];
  },
): PairCondition[] {
  const { unit, decimals, better } = asked.response;
  const inOrder = [
    ...loads.filter(({ key }) => key === asked.load),
    ...loads.filter(({ key }) => key !== asked.load),
  ];
  const linesDb = [...new Set([asked.lineDb, ...asked.linesDb])];
  return inOrder.flatMap(({ key: load, label, rule, curves }, i) => {
    const words = { unit, decimals, better, what: columnName({ ...asked, place: '', load: label }) };
    const key = (at: string | number) => `${load} ${at}`;
    const fastest = rankAtLine(curveEnds(curves, 'last'), { ...rule, lineDb: BEYOND_ALL });
    const further = i === 0 ? asked.ways.filter((way) => FURTHER_WAYS.includes(way.key)) : [];
    return [
      ...linesDb.flatMap((lineDb) =>
        conditionOf(standingsOf(rankAtLine(curves, { ...rule, lineDb }).placed), pair, {
          ...{ ...words, ...atLine(lineDb), key: key(lineDb) },
        }),
      ),
      ...conditionOf(standingsOf(fastest.placed), pair, {
        ...{ ...words, key: key('full'), where: 'at full speed', lineDb: null },
      }),
      ...wayConditions(further, pair, { ...words, lineDb: asked.lineDb }).map((condition) => ({
        ...condition,
        key: key(condition.key),
      })),
    ];
  });
}

/**
 * All else that both were measured by, at the line; a clock that all hold tells nobody from anybody.
 *
 * @example otherConditions([], ['a', 'b'], 33) → []
 */
export const otherConditions = (
  columns: readonly SideColumn[],
  pair: readonly [string, string],
  lineDb: number,
): PairCondition[] =>
  columns
    .filter((column) => column.response.id !== RISE.id && !readsAlike(column))
    .flatMap((column) => {
      const { unit, decimals, better } = column.response;
      return conditionOf(column.cells, pair, {
        ...{ key: column.key, unit, decimals, better, what: columnName(column) },
        // How loud each is at its quietest stands at no line.
        ...(column.place === QUIETEST ? { where: '', lineDb: null } : atLine(lineDb)),
      });
    });
