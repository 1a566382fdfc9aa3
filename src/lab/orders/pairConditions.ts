import type { PairCondition } from '@/core/judgement/headToHead';
import { rankAtLine, type PlacedEntry } from '@/core/ranking/rankAtLine';
import type { SideColumn } from '@/core/ranking/sideColumn';
import { partName, RISE } from '@/core/responses/responses';
import { loadKey } from '@/core/runs/load';
import { riseCurves, type RoundUpView } from '../model/roundUpView';
import { rankedWays } from './waysView';

type Side = Pick<PlacedEntry, 'value' | 'doubt' | 'shared' | 'levelDb'> & { watts?: number };

interface Standing {
  entry: string;
  placed: Side | null;
}

/** A condition of the pair, from all that stand in one order; null where either has no value there. */
function conditionOf(
  standings: readonly Standing[],
  [one, other]: readonly [string, string],
  words: Omit<PairCondition, 'one' | 'other' | 'compared'>,
): PairCondition | null {
  const of = (entry: string) => standings.find((standing) => standing.entry === entry)?.placed;
  const [a, b] = [of(one), of(other)];
  if (!a || !b) return null;
  const compared = standings.filter(({ placed }) => placed !== null).length;
  return { ...words, compared, one: a, other: b };
}

const standingsOf = (placed: readonly PlacedEntry[]): Standing[] =>
  placed.map((each) => ({ entry: each.entry, placed: each }));

const DIE = { unit: RISE.unit, decimals: RISE.decimals, better: RISE.better };

/** The rise of the two at every load, at every line of the brief and by every way; the load and line in hand first. */
export async function riseConditions(
  view: RoundUpView,
  pair: readonly [string, string],
  asked: { load: string; lineDb: number },
): Promise<PairCondition[]> {
  // Without a die the ways would be those of another response.
  const loads = riseCurves(view).filter(({ curves }) => curves.some(({ points }) => points.length > 0));
  const chosen = loads.find(({ load }) => loadKey(load) === asked.load) ?? loads[0];
  if (!chosen) return [];
  const lines = [...new Set([asked.lineDb, ...view.brief.noiseLinesDba])];
  const conditions: (PairCondition | null)[] = [];
  for (const { load, label, rule, curves } of [chosen, ...loads.filter((other) => other !== chosen)]) {
    const what = `${partName(RISE)}, ${label}`;
    for (const lineDb of lines)
      conditions.push(
        conditionOf(standingsOf(rankAtLine(curves, { ...rule, lineDb }).placed), pair, {
          ...{ ...DIE, what, key: `${loadKey(load)} ${lineDb}` },
          where: `at ${lineDb.toFixed(1)} dB(A)`,
        }),
      );
    const found = await rankedWays(view, { response: RISE.id, load: loadKey(load), lineDb: asked.lineDb });
    for (const { key, name, ranking } of found?.ways ?? [])
      // Away from the load in hand the fastest setting alone stands for the other ways.
      if (key === 'full' || (load === chosen.load && ['rpm', 'duty', 'quietest'].includes(key)))
        conditions.push(
          conditionOf(standingsOf(ranking.placed), pair, {
            ...{ ...DIE, what, key: `${loadKey(load)} ${key}` },
            where: key === 'quietest' ? 'each at its quietest' : name,
          }),
        );
  }
  return conditions.filter((condition) => condition !== null);
}

/** All else that both were measured by, at the line. */
export const otherConditions = (
  columns: readonly SideColumn[],
  pair: readonly [string, string],
  lineDb: number,
): PairCondition[] =>
  columns
    .filter(({ response, cells }) => response.id !== RISE.id && tellsApart(cells, response.decimals))
    .map(({ key, response, place, load, cells }) =>
      conditionOf(cells, pair, {
        ...{ key, unit: response.unit, decimals: response.decimals, better: response.better },
        what: [partName(response), place, load].filter(Boolean).join(', '),
        where: place === 'quietest' ? '' : `at ${lineDb.toFixed(1)} dB(A)`,
      }),
    )
    .filter((condition) => condition !== null);

/** Whether any two of a column read differently: a clock that all hold tells nobody from anybody. */
const tellsApart = (cells: SideColumn['cells'], decimals: number) =>
  new Set(cells.flatMap(({ placed }) => (placed ? [placed.value.toFixed(decimals)] : []))).size > 1;
