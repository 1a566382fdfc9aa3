import { bridgeOf, type SharedPoint } from '@/core/bridge/bridge';
import type { BridgeView } from '@/core/bridge/bridgeView';
import {
  allBridgedAt,
  bridgedAt,
  bridgeWords,
  isAtLine,
  type BridgedAt,
  type KeptBridged,
  type LoadBridges,
} from '@/core/bridge/carried';
import { isOfWholeCases } from '@/core/brief/questions';
import { standApart } from '@/core/bridge/standTogether';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { unknown } from '@/core/outcome';
import { RISE } from '@/core/responses/responses';
import { curvesOf } from '@/core/roundUp/order';
import { loadKey } from '@/core/runs/load';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { listBridges } from '@/database/roundUps/bridges';
import { keptFile } from '@/database/roundUps/exports';
import { withDatabase } from '@/database/pool';
import { getRevision, listElsewhereRuns, type RigRevisionRow } from '@/database/lineUp/rigs';
import { readBridged } from '@/formats/bundle/tables/bridgedTable';
import { ProblemList } from '@/formats/problem';
import { memoized } from '../model/cachedUntilWritten';
import { roundUpOfLab } from '../model/roundUpOfLab';
import { standingOf } from '../planning/rigView';
import { riseCurves, type RoundUpView } from '../model/roundUpView';
import { viewOnRig } from '../model/viewOnRig';

const nameOf = ({ rig, revision }: RigRevisionRow) => `${rig}, revision ${revision}`;

function sharedPoints(there: readonly EntryCurve[], here: readonly EntryCurve[]): SharedPoint[] {
  return there.flatMap((curve) => {
    const other = here.find(({ entry }) => entry === curve.entry);
    return curve.points.flatMap((point) => {
      const same = other?.points.find(({ setting }) => setting === point.setting);
      if (!same) return [];
      const u = ({ interval95 }: { interval95: number }) => Math.max(0.02, interval95 / NORMAL_95);
      return [
        {
          entry: curve.entry,
          point: point.setting,
          x: point.value,
          y: same.value,
          ux: u(point),
          uy: u(same),
        },
      ];
    });
  });
}

/** From which revisions the entries of a round-up have runs, its own left out. */
export async function bridgeSources(
  view: RoundUpView,
): Promise<{ id: number; name: string; runs: number }[]> {
  return withDatabase(async (db) => {
    const elsewhere = await listElsewhereRuns(db, view.roundUp.id);
    const rows = await Promise.all(elsewhere.map(({ rigRevisionId }) => getRevision(db, rigRevisionId)));
    return rows.flatMap((row, i) =>
      row ? [{ id: row.id, name: nameOf(row), runs: elsewhere[i]!.runs }] : [],
    );
  });
}

/** A bridge at one load with what it would carry over, whatever the line. */
export interface MadeBridge extends Pick<BridgeView, 'source' | 'apart' | 'shared' | 'bridge' | 'inUse'> {
  /** Curves there of entries that were not measured here. */
  curves: EntryCurve[];
}

/**
 * A bridge from another revision, or another rig, for a load of a round-up. Null where there is no such revision, or it is the
 * round-up's own.
 */
export async function makeBridge(
  view: RoundUpView,
  from: { revisionId: number; load: string },
): Promise<MadeBridge | null> {
  const { id, rigRevisionId } = view.roundUp;
  if (from.revisionId === rigRevisionId) return null;
  const [source, own, used] = await withDatabase((db) =>
    Promise.all([getRevision(db, from.revisionId), getRevision(db, rigRevisionId), listBridges(db, id)]),
  );
  const overThere = source && (await viewOnRig(view, source.id));
  if (!overThere || !own) return null;
  const loads = riseCurves(view);
  const chosen = loads.find(({ load }) => loadKey(load) === from.load) ?? loads[0];
  const apart = standApart(standingOf(source), standingOf(own), isOfWholeCases(view.brief.question));
  const shown = {
    source: { id: source.id, name: nameOf(source), runs: overThere.runs.length },
    ...{ apart, inUse: used.includes(source.id) },
  };
  const none = (reason: string) => ({ ...shown, shared: [], bridge: unknown(reason), curves: [] });
  const barred = apart.find(({ wayOut }) => wayOut !== 'bridge');
  if (barred) return none(`${barred.because}: no bridge leads over that; ${barred.says}`);
  if (!chosen) return none('nothing was measured here');
  const there = curvesOf(roundUpOfLab(overThere), {
    load: chosen.load,
    response: RISE,
    place: null,
    against: 'noise',
  });
  const products = new Map(view.entries.map(({ entry, product }) => [entry, product]));
  const shared = sharedPoints(there, chosen.curves).map((point) => ({
    ...point,
    product: products.get(point.entry)!,
  }));
  const isHere = new Set(chosen.curves.filter(({ points }) => points.length > 0).map(({ entry }) => entry));
  return {
    ...{ ...shown, shared },
    bridge: bridgeOf(shared.map(({ product, ...point }) => ({ ...point, entry: product }))),
    curves: there.filter(({ entry, points }) => points.length > 0 && !isHere.has(entry)),
  };
}

/** The same with what it carries over at a noise line, and whom it refuses. */
export async function viewBridge(
  view: RoundUpView,
  from: { revisionId: number; load: string; lineDb: number },
): Promise<BridgeView | null> {
  const made = await makeBridge(view, from);
  if (!made) return null;
  const { curves, ...shown } = made;
  const productOf = productsOf(view);
  const { bridge } = made;
  if (bridge.known) {
    const carried = { from: made.source.name, bridge: bridge.value, curves };
    return { ...shown, ...bridgedAt(carried, productOf, from.lineDb) };
  }
  return {
    ...{ ...shown, rows: [] },
    refused: curves.map(({ entry }) => ({ product: productOf(entry), reason: 'there is no bridge' })),
  };
}

function productsOf({ entries }: RoundUpView): (entry: string) => string {
  const products = new Map(entries.map(({ entry, product }) => [entry, product]));
  return (entry) => products.get(entry)!;
}

/** Rows of bridges that came with a round-up's bundle. */
const keptRows = memoized(async (view: RoundUpView): Promise<KeptBridged[]> => {
  const bytes = await withDatabase((db) => keptFile(db, view.roundUp.id, 'bridged.csv'));
  if (!bytes) return [];
  // What is wrong in it was told when it came in.
  return readBridged(bytes, new Set(view.entries.map(({ entry }) => entry)), new ProblemList());
});

/** All that the bridges which a round-up uses carry over at a load of the rise, those that do not hold there, and what came with it. */
export async function bridgesAt(view: RoundUpView, load: string): Promise<LoadBridges> {
  const used = await withDatabase((db) => listBridges(db, view.roundUp.id));
  // What was measured here since needs no bridge.
  const here = riseCurves(view).find((other) => loadKey(other.load) === load)?.curves ?? [];
  const measured = new Set(here.filter(({ points }) => points.length > 0).map(({ entry }) => entry));
  const made: LoadBridges = {
    ...{ carried: [], broken: [] },
    kept: (await keptRows(view)).filter((row) => loadKey(row) === load && !measured.has(row.entry)),
  };
  for (const revisionId of used) {
    const found = await makeBridge(view, { revisionId, load });
    if (!found) continue;
    const { bridge, curves } = found;
    const from = found.source.name;
    if (bridge.known) made.carried.push({ from, bridge: bridge.value, curves });
    else made.broken.push({ from, reason: bridge.reason });
  }
  return made;
}

/** Rows of all bridges of a round-up, at a load and line of the rise. */
export async function bridgedRows(
  view: RoundUpView,
  at: { load: string; lineDb: number },
): Promise<BridgedAt & Pick<LoadBridges, 'broken'>> {
  return allBridgedAt(await bridgesAt(view, at.load), productsOf(view), at.lineDb);
}

/** The same for a bundle: at every load and every line of the brief; what came with one gives way to what the lab makes itself. */
export async function bridgedForBundle(view: RoundUpView): Promise<KeptBridged[]> {
  const lines = [...new Set([view.roundUp.noiseLineDba, ...view.brief.noiseLinesDba])];
  const own: KeptBridged[] = [];
  for (const { load } of riseCurves(view)) {
    const { loadW, loadName, gpuLoadW } = load;
    for (const each of (await bridgesAt(view, loadKey(load))).carried) {
      const by = bridgeWords(each.bridge);
      for (const lineDb of lines)
        for (const { product: _, ...row } of bridgedAt(each, (entry) => entry, lineDb).rows)
          own.push({ ...row, lineDb, loadW, loadName, gpuLoadW, by });
    }
  }
  const isMade = (kept: KeptBridged) =>
    own.some(
      (row) => row.entry === kept.entry && loadKey(row) === loadKey(kept) && isAtLine(row, kept.lineDb),
    );
  return [...(await keptRows(view)).filter((kept) => !isMade(kept)), ...own];
}
