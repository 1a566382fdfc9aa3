import { BEYOND_ALL, curveEnds } from '@/core/curves/curveEnds';
import type { PairCondition } from '@/core/judgement/headToHead';
import { rankAtLine, type PlacedEntry } from '@/core/ranking/rankAtLine';
import { columnName, readsAlike, type SideColumn } from '@/core/ranking/sideColumn';
import { RISE } from '@/core/responses/responses';
import { loadKey } from '@/core/runs/load';
import { measuredRises, type RoundUpView } from '../model/roundUpView';
import { QUIETEST } from './sideBySide';
import { rankedWays } from './waysView';

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
const FURTHER_WAYS = ['rpm', 'duty', 'quietest'];

/** The rise of the two at every load, at every line of the brief and at full speed, of the load in hand by every way, too; it comes first. */
export async function riseConditions(
  view: RoundUpView,
  pair: readonly [string, string],
  asked: { load: string; lineDb: number },
): Promise<PairCondition[]> {
  // Without a die the ways would be those of another response.
  const loads = measuredRises(view);
  const chosen = loads.find(({ load }) => loadKey(load) === asked.load) ?? loads[0];
  if (!chosen) return [];
  const lines = [...new Set([asked.lineDb, ...view.brief.noiseLinesDba])];
  const { id, unit, decimals, better } = RISE;
  const found = await rankedWays(view, { response: id, load: loadKey(chosen.load), lineDb: asked.lineDb });
  return [chosen, ...loads.filter((other) => other !== chosen)].flatMap((each) => {
    const { load, label, rule, curves } = each;
    const words = { unit, decimals, better, what: columnName({ response: RISE, place: '', load: label }) };
    const key = (at: string | number) => `${loadKey(load)} ${at}`;
    const fastest = rankAtLine(curveEnds(curves, 'last'), { ...rule, lineDb: BEYOND_ALL });
    const further =
      each === chosen ? (found?.ways ?? []).filter((way) => FURTHER_WAYS.includes(way.key)) : [];
    return [
      ...lines.flatMap((lineDb) =>
        conditionOf(standingsOf(rankAtLine(curves, { ...rule, lineDb }).placed), pair, {
          ...{ ...words, ...atLine(lineDb), key: key(lineDb) },
        }),
      ),
      ...conditionOf(standingsOf(fastest.placed), pair, {
        ...{ ...words, key: key('full'), where: 'at full speed', lineDb: null },
      }),
      ...further.flatMap((way) =>
        conditionOf(standingsOf(way.ranking.placed), pair, {
          ...{ ...words, key: key(way.key), lineDb: null },
          where: way.key === 'quietest' ? 'each at its quietest' : way.name,
        }),
      ),
    ];
  });
}

/** All else that both were measured by, at the line; a clock that all hold tells nobody from anybody. */
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
