import type { EntryCurve } from '@/core/curves/entryCurve';
import { crossings, type Crossing } from '@/core/judgement/crossings';
import { headToHead, pairAnswer } from '@/core/judgement/headToHead';
import { configuredSize } from '@/core/lineUp/configuredSize';
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
import { otherConditions, riseConditions } from './pairConditions';

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

/** Where the two change places for certain, over the levels that both have; null where nowhere, or more than once. */
function crossingOf(curves: readonly EntryCurve[], pair: readonly [string, string]): Crossing | null {
  const spans = pair.map(
    (entry) => curves.find((curve) => curve.entry === entry)?.points.map(({ at }) => at) ?? [],
  );
  const from = Math.max(...spans.map((at) => Math.min(...at)));
  const to = Math.min(...spans.map((at) => Math.max(...at)));
  if (!(to > from)) return null;
  const compared = curves.filter(({ points }) => points.length > 0).length;
  const met = crossings(
    curves.filter(({ entry }) => pair.includes(entry)),
    { from, to },
    compared,
  );
  return met.length === 1 ? met[0]! : null;
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
  const rises = await riseConditions(view, pair, { ...asked, load: judged?.load ?? asked.load });
  const conditions = [...rises, ...otherConditions(columns, pair, asked.lineDb)];
  const rows = headToHead(conditions);
  const chosen = loads.find(({ load }) => loadKey(load) === judged?.load) ?? loads[0];
  const crossing = crossingOf(chosen?.curves ?? [], pair);
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
    // Where no die was measured it is said what the answer is about.
    subject: rises.length === 0 ? (rows[0]?.what ?? '') : '',
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
