import { likelyAhead } from '@/core/judgement/pairs/likelyAhead';
import { pairCrossing } from '@/core/judgement/pairs/pairCrossing';
import { otherConditions } from '@/core/judgement/pairs/pairConditions';
import { headToHead, pairAnswer, type PairRow } from '@/core/judgement/pairs/headToHead';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { isFixedWatts, loadKey } from '@/core/runs/load';
import { pairDoubtParts } from '@/core/uncertainty/doubtParts';
import { readSheet } from '@/database/lineUp/sheets';
import { withDatabase } from '@/database/pool';
import { viewPrices } from '@/lab/lineUp/prices';
import { underCovers } from '@/lab/lineUp/shownLineUp';
import { placedEntries } from '@/lab/model/pageEntries';
import { allValues } from '@/lab/model/responseView';
import { riseCurves, type RoundUpView } from '@/lab/model/roundUpView';
import { startOf } from '@/lab/publish/writeView';
import { viewJudgement, type JudgedEntry } from '../beyond/judgementView';
import { viewPairs } from './pairs';
import { offerToSeparate } from './separationOffer';
import { viewSideBySide } from './sideBySide';
import { riseConditions } from './pairConditions';

/** Size and price of every entry, each null where it is not known. */
async function sizesOf(view: RoundUpView) {
  const priced = await viewPrices(view);
  const shown = underCovers(priced.map(({ entry }) => entry));
  return new Map(
    shown.map(({ code, product, entry }, i) => {
      const { price } = priced[i]!;
      return [code, { ...configuredSize(product.body, entry.body), price: price.known ? price.value : null }];
    }),
  );
}

/** The two at the line and load in hand: what would separate them, and what the ± of their difference is made of. */
async function atHand(
  view: RoundUpView,
  [one, other]: readonly [JudgedEntry, JudgedEntry],
  main: PairRow,
  among: { load: string; compared: number; rows: number },
) {
  return {
    row: main,
    ...likelyAhead(one.placed, other.placed, main.better),
    offer: main.ahead === null ? await offerToSeparate(view, [one.placed, other.placed], among) : null,
    parts: pairDoubtParts(one.placed, other.placed),
    /** Of the one that was mounted less. */
    mounts: Math.min(one.mounts, other.mounts),
    isAssumed: [one, other].some(({ placed }) => placed.spreadSource === 'assumed'),
  };
}

/** Is one better than the other? Null where fewer than two entries were measured. */
export async function pairPage(
  view: RoundUpView,
  asked: { load: string; lineDb: number; one: string; other: string },
) {
  const loads = riseCurves(view);
  const found = await viewJudgement(view, { lineDb: asked.lineDb, load: asked.load });
  const [judged, notPlaced, load] = [found?.judged ?? [], found?.notPlaced ?? [], found?.load ?? ''];
  const named = new Map(placedEntries(view).map((entry) => [entry.entry, entry]));
  const measured = new Set(view.runs.filter(({ setAside }) => setAside === '').map(({ entry }) => entry));
  // As they stand at the line, then who has no place there, then who was measured elsewhere alone.
  const inOrder = [
    ...new Set([
      ...judged.map(({ placed }) => placed.entry),
      ...notPlaced.map(({ entry }) => entry),
      ...measured,
    ]),
  ].filter((entry) => measured.has(entry));
  if (inOrder.length < 2) return null;
  const one = inOrder.find((entry) => entry === asked.one) ?? inOrder[0]!;
  const others = inOrder.filter((entry) => entry !== one);
  const other = others.find((entry) => entry === asked.other) ?? others[0]!;
  const pair = [one, other] as const;
  const nameOf = (entry: string) => named.get(entry)!.product;
  const columns = await viewSideBySide(view, { by: 'noise', lineDb: asked.lineDb }, await allValues(view));
  const rises = await riseConditions(view, pair, { load, lineDb: asked.lineDb });
  const rows = headToHead([...rises, ...otherConditions(columns, pair, asked.lineDb)]);
  const chosen = loads.find((each) => loadKey(each.load) === load) ?? loads[0];
  const crossing = pairCrossing(chosen?.curves ?? [], pair, rows.length);
  const standing = pair.map((entry) => judged.find(({ placed }) => placed.entry === entry));
  const sizes = await sizesOf(view);
  const sheet = await withDatabase((db) => readSheet(db, 'verdict', view.roundUp.id));
  const itemOf = (entry: string, item: JudgedEntry | undefined) => ({
    ...named.get(entry)!,
    size: sizes.get(entry)!,
    perSone: item?.perSone.known ? item.perSone.value : null,
  });
  return {
    roundUpId: view.roundUp.id,
    title: view.roundUp.title,
    loads: loads.map((each) => ({ key: loadKey(each.load), label: each.label })),
    load,
    lineDb: asked.lineDb,
    entries: inOrder.map((entry) => named.get(entry)!),
    one: itemOf(one, standing[0]),
    other: itemOf(other, standing[1]),
    rows,
    /** Null where either has no value at the line and load in hand: the rows are of other conditions then. */
    inHand:
      rises.length > 0 && standing[0] && standing[1]
        ? await atHand(view, [standing[0], standing[1]], rows[0]!, {
            ...{ load, compared: judged.length, rows: rows.length },
          })
        : null,
    /** Why one of them is not ranked at the line in hand. */
    why: notPlaced
      .filter(({ entry }) => pair.includes(entry))
      .map(({ entry, reason }) => `${nameOf(entry)}: ${reason}`),
    /** What the answer is about, where no die was measured. */
    subject: rises.length === 0 ? (rows[0]?.what ?? '') : '',
    ...pairAnswer(rows, [nameOf(one), nameOf(other)], crossing),
    /** Pairs that differ in one thing, at the load in hand. */
    changes: (await viewPairs(view, asked.lineDb))
      .filter((change) => change.load === chosen?.label)
      .map((change) => ({ ...change, otherName: nameOf(change.other) })),
    currency: view.brief.limits.currency,
    verdict: { version: sheet?.version ?? 0, body: sheet?.body ?? (await startOf(view)) },
    /** The load as a text refers to it: empty for the first; null where it can be referred to by no watts. */
    referredLoad:
      chosen === loads[0] ? '' : chosen && isFixedWatts(chosen.load) ? `, ${chosen.load.loadW} W` : null,
  };
}

export type PairData = NonNullable<Awaited<ReturnType<typeof pairPage>>>;
export type PairItem = PairData['one'];
