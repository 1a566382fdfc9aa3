import { crossings } from '@/core/judgement/crossings';
import { headToHead, pairAnswer, type PairCondition } from '@/core/judgement/headToHead';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { rankAtLine, type PlacedEntry } from '@/core/ranking/rankAtLine';
import type { SideColumn } from '@/core/ranking/sideColumn';
import { partName, RISE } from '@/core/responses/responses';
import { isFixedWatts, loadKey } from '@/core/runs/load';
import { firstVerdict } from '@/core/verdict/verdictSheet';
import { readSheet } from '@/database/lineUp/sheets';
import { withDatabase } from '@/database/pool';
import { pricedLineUp } from '../lineUp/prices';
import { underCovers } from '../lineUp/shownLineUp';
import { placedEntries } from '../model/pageEntries';
import { allValues } from '../model/responseView';
import { riseCurves, type RoundUpView } from '../model/roundUpView';
import { viewJudgement } from './judgementView';
import { viewPairs } from './pairs';
import { viewSideBySide } from './sideBySide';
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
async function riseConditions(
  view: RoundUpView,
  pair: readonly [string, string],
  asked: { load: string; lineDb: number },
): Promise<(PairCondition | null)[]> {
  const loads = riseCurves(view);
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
    const found = await rankedWays(view, { load: loadKey(load), lineDb: asked.lineDb });
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
  return conditions;
}

/** All else that both were measured by, at the line. */
const otherConditions = (columns: readonly SideColumn[], pair: readonly [string, string], lineDb: number) =>
  columns
    .filter(({ response, cells }) => response.id !== RISE.id && tellsApart(cells, response.decimals))
    .map(({ key, response, place, load, cells }) =>
      conditionOf(cells, pair, {
        ...{ key, unit: response.unit, decimals: response.decimals, better: response.better },
        what: [partName(response), place, load].filter(Boolean).join(', '),
        where: place === 'quietest' ? '' : `at ${lineDb.toFixed(1)} dB(A)`,
      }),
    );

/** Whether any two of a column read differently: a clock that all hold tells nobody from anybody. */
const tellsApart = (cells: SideColumn['cells'], decimals: number) =>
  new Set(cells.flatMap(({ placed }) => (placed ? [placed.value.toFixed(decimals)] : []))).size > 1;

/** Size, price and loudness of an entry, each null where it is not known. */
async function beside(view: RoundUpView) {
  const priced = await withDatabase((db) => pricedLineUp(db, view.roundUp.id, view.brief));
  const shown = underCovers(priced.map(({ entry }) => entry));
  return new Map(
    shown.map(({ code, product, entry }, i) => [
      code,
      {
        ...configuredSize(product.body, entry.body),
        price: priced[i]!.price.known ? priced[i]!.price.value : null,
      },
    ]),
  );
}

/** Is one better than the other? Null where fewer than two entries were measured. */
export async function pairPage(
  view: RoundUpView,
  asked: { load: string; lineDb: number; one: string; other: string },
) {
  const loads = riseCurves(view);
  const judged = await viewJudgement(view, { lineDb: asked.lineDb, load: asked.load });
  const entries = placedEntries(view);
  const measured = new Set(view.runs.filter(({ setAside }) => setAside === '').map(({ entry }) => entry));
  const inOrder = [
    ...(judged?.judged ?? []).map(({ placed }) => placed.entry),
    ...(judged?.notPlaced ?? []).map(({ entry }) => entry),
    ...measured,
  ].filter((entry, i, all) => measured.has(entry) && all.indexOf(entry) === i);
  if (inOrder.length < 2) return null;
  const changes = await viewPairs(view, asked.lineDb);
  const one = inOrder.find((entry) => entry === asked.one) ?? inOrder[0]!;
  const other =
    inOrder.find((entry) => entry === asked.other && entry !== one) ??
    inOrder.find((entry) => entry !== one)!;
  const pair = [one, other] as const;
  const nameOf = (entry: string) => entries.find((known) => known.entry === entry)!.product;
  const columns = await viewSideBySide(view, { by: 'noise', lineDb: asked.lineDb }, await allValues(view));
  const conditions = [
    ...(await riseConditions(view, pair, { ...asked, load: judged?.load ?? asked.load })),
    ...otherConditions(columns, pair, asked.lineDb),
  ].filter((condition) => condition !== null);
  const rows = headToHead(conditions);
  const chosen = loads.find(({ load }) => loadKey(load) === judged?.load) ?? loads[0];
  const curves = pair.map((entry) => chosen?.curves.find((curve) => curve.entry === entry));
  const spans = curves.map((curve) => curve?.points.map(({ at }) => at) ?? []);
  const from = Math.max(...spans.map((at) => Math.min(...at)));
  const to = Math.min(...spans.map((at) => Math.max(...at)));
  const met =
    chosen && to > from
      ? crossings(chosen.curves, { from, to }).filter(
          ({ below, above }) => pair.includes(below) && pair.includes(above),
        )
      : [];
  const crossing = met.length === 1 ? met[0]! : null;
  const why = pair.flatMap((entry) => {
    const out = judged?.notPlaced.find((each) => each.entry === entry);
    return out ? [`${nameOf(entry)}: ${out.reason}`] : [];
  });
  const items = await beside(view);
  const sheet = await withDatabase((db) => readSheet(db, 'verdict', view.roundUp.id));
  const itemOf = (entry: string) => ({
    ...entries.find((known) => known.entry === entry)!,
    beside: items.get(entry)!,
    /** Its standing at the line and load in hand; null where it has none. */
    judged: judged?.judged.find(({ placed }) => placed.entry === entry) ?? null,
  });
  return {
    roundUpId: view.roundUp.id,
    title: view.roundUp.title,
    loads: loads.map(({ load, label }) => ({ key: loadKey(load), label })),
    load: judged?.load ?? '',
    lineDb: asked.lineDb,
    entries: inOrder.map((entry) => entries.find((known) => known.entry === entry)!),
    one: itemOf(one),
    other: itemOf(other),
    rows,
    /** Whether the first row is of the line and load in hand: an entry may have no value there. */
    isInHand: rows[0] !== undefined && rows[0].key === `${judged?.load ?? ''} ${asked.lineDb}`,
    why,
    ...pairAnswer(
      rows,
      [nameOf(one), nameOf(other)],
      crossing && { ...crossing, isOneBelow: crossing.below === one },
    ),
    compared: judged?.judged.length ?? 0,
    changes: changes.map((change) => ({
      ...change,
      ...{ baseName: nameOf(change.base), otherName: nameOf(change.other) },
    })),
    currency: view.brief.limits.currency,
    plan: judged?.plan ?? null,
    verdict: { version: sheet?.version ?? 0, body: sheet?.body ?? firstVerdict() },
    /** Watts of the load in hand, where they are fixed. */
    fixedW: chosen && isFixedWatts(chosen.load) ? chosen.load.loadW : null,
  };
}

export type PairData = NonNullable<Awaited<ReturnType<typeof pairPage>>>;
export type PairItem = PairData['one'];
