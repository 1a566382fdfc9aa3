import { controlRise } from '@/core/judgement/controlRise';
import { crossings, type Crossing } from '@/core/judgement/crossings';
import { entryDetails, type DetailRule, type EntryDetail } from '@/core/judgement/entryDetail';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { priceFront, type FrontStanding } from '@/core/judgement/priceFront';
import { lineRule, rankAtLine, type PlacedEntry } from '@/core/ranking/rankAtLine';
import { RISE } from '@/core/responses/responses';
import { loadKey } from '@/core/runs/load';
import { withDatabase } from '@/database/pool';
import { readSheet } from '@/database/sheets';
import type { PlanSheet } from '@/core/plan/planSheet';
import { lineUpOf } from './lineUpView';
import { curvesOf, type RoundUpView } from './roundUpView';
import { viewResponse } from './responseView';

export interface JudgedEntry {
  placed: PlacedEntry;
  detail: EntryDetail;
  curve: EntryCurve;
  /** How often it was mounted at this load, and read at each mount. */
  mounts: number;
  passes: number;
  /** Price of the whole entry; null where it is not noted, or in another currency than the brief's. */
  price: number | null;
}

export interface JudgementView {
  loads: { key: string; label: string }[];
  load: string;
  rule: DetailRule;
  /** Name of the control whose rise is to be held; empty where none has a place. */
  control: string;
  judged: JudgedEntry[];
  notPlaced: { entry: string; reason: string }[];
  /** Where curves change places inside the band. */
  crossings: Crossing[];
  /** Price against rise, of those whose price is known in the brief's currency. */
  front: FrontStanding[];
  currency: string;
  /** The plan, where one was written: what would separate two can be put on it. */
  plan: { version: number; body: PlanSheet } | null;
}

function repeats(view: RoundUpView, entry: string, load: string) {
  const runs = view.runs.filter((run) => run.entry === entry && run.setAside === '' && loadKey(run) === load);
  const mounts = new Set(runs.map((run) => run.mount)).size;
  const passes = new Set(runs.map((run) => run.pass)).size;
  return { mounts: Math.max(1, mounts), passes: Math.max(1, passes) };
}

/** What the curves of a load say beyond the order at a line; null where the round-up has no load. */
export async function viewJudgement(
  view: RoundUpView,
  lineDb: number,
  wantedLoad: string,
  worth?: number,
): Promise<JudgementView | null> {
  const loads = curvesOf(view);
  const chosen = loads.find(({ load }) => loadKey(load) === wantedLoad) ?? loads[0];
  if (!chosen) return null;
  const { load, curves } = chosen;
  const key = loadKey(load);
  const { referenceAmbientC, rig } = view.roundUp;
  const room = { referenceAmbientC, limitC: rig.limitC };
  const ranking = rankAtLine(curves, { ...lineRule(load, room), throttles: true, lineDb });
  const shown = await viewResponse(view, { response: RISE.id, against: 'rpm' });
  const bySpeed =
    shown.against === 'rpm' ? (shown.loads.find((other) => loadKey(other.load) === key)?.curves ?? []) : [];
  const controls = view.entries.filter(({ isControl }) => isControl);
  const rule: DetailRule = {
    loadW: load.loadW,
    fixedWatts: load.loadW > 0 && load.loadName === '',
    ...room,
    band: view.brief.bandDba,
    controlRiseK: controlRise(ranking.placed, view.entries),
    worth,
  };
  const { lineUp, plan } = await withDatabase(async (db) => ({
    lineUp: await lineUpOf(db, view.roundUp.id),
    plan: await readSheet<PlanSheet>(db, 'plan', view.roundUp.id),
  }));
  const { currency } = view.brief.limits;
  const prices = new Map(
    lineUp.map(({ code, price, product }) => [code, product.body.currency === currency ? price : null]),
  );
  const details = entryDetails(ranking, curves, bySpeed, rule);
  const held = controls.find(({ entry }) => ranking.placed.some((placed) => placed.entry === entry));
  return {
    loads: loads.map((other) => ({ key: loadKey(other.load), label: other.label })),
    load: key,
    rule,
    control: held?.product ?? '',
    judged: ranking.placed.map((placed) => ({
      placed,
      detail: details.get(placed.entry)!,
      curve: curves.find((curve) => curve.entry === placed.entry)!,
      ...repeats(view, placed.entry, key),
      price: prices.get(placed.entry) ?? null,
    })),
    notPlaced: ranking.notPlaced.map(({ entry, reason }) => ({ entry, reason })),
    crossings: crossings(curves, view.brief.bandDba),
    front: priceFront(
      ranking.placed.flatMap((placed) => {
        const price = prices.get(placed.entry) ?? null;
        return price === null || placed.status === 'throttled' ? [] : [{ ...placed, price }];
      }),
    ),
    currency,
    plan,
  };
}
