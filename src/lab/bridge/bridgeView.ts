import type { BridgeView } from '@/core/bridge/bridgeView';
import { bridgedValue, bridgeOf, type BridgedRow, type SharedPoint } from '@/core/bridge/bridge';
import { standApart } from '@/core/bridge/standTogether';
import { entryCurves, type EntryCurve } from '@/core/curves/entryCurve';
import { valueAtLine } from '@/core/curves/valueAtLine';
import { unknown } from '@/core/outcome';
import { labRunPoint } from '@/core/runs/labRun';
import { loadKey } from '@/core/runs/load';
import { NORMAL_95 } from '@/core/statistics/normal';
import { listBridges } from '@/database/bridges';
import { withDatabase } from '@/database/pool';
import { getRevision, listElsewhereRuns, type RigRevisionRow } from '@/database/rigs';
import { listRunsAt } from '@/database/runs';
import { standingOf } from '../rigView';
import { curvesOf, type RoundUpView } from '../roundUpView';

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

/**
 * A bridge from another revision, or another rig, for a load and a noise line of a round-up. Null where there is no such revision, or
 * it is the round-up's own.
 */
export async function viewBridge(
  view: RoundUpView,
  from: { revisionId: number; load: string; lineDb: number },
): Promise<BridgeView | null> {
  const { id, rigRevisionId } = view.roundUp;
  if (from.revisionId === rigRevisionId) return null;
  const [source, own, runs, used] = await withDatabase((db) =>
    Promise.all([
      getRevision(db, from.revisionId),
      getRevision(db, rigRevisionId),
      listRunsAt(db, id, from.revisionId),
      listBridges(db, id),
    ]),
  );
  if (!source || !own) return null;
  const loads = curvesOf(view);
  const chosen = loads.find(({ load }) => loadKey(load) === from.load) ?? loads[0];
  const apart = standApart(standingOf(source), standingOf(own));
  const shown = {
    source: { id: source.id, name: nameOf(source), runs: runs.length },
    ...{ apart, inUse: used.includes(source.id) },
  };
  const none = (reason: string) => ({ ...shown, shared: [], bridge: unknown(reason), rows: [], refused: [] });
  const barred = apart.find(({ wayOut }) => wayOut !== 'bridge');
  if (barred) return none(`${barred.because}: no bridge leads over that; ${barred.says}`);
  if (!chosen) return none('nothing was measured here');
  const key = loadKey(chosen.load);
  const atLoad = runs.filter((run) => run.setAside === '' && loadKey(run) === key);
  const there = entryCurves(view.entries, atLoad.map(labRunPoint), view.instruments);
  const products = new Map(view.entries.map(({ entry, product }) => [entry, product]));
  const shared = sharedPoints(there, chosen.curves).map((point) => ({
    ...point,
    product: products.get(point.entry)!,
  }));
  const found = bridgeOf(shared.map(({ product, ...point }) => ({ ...point, entry: product })));
  const rows: BridgedRow[] = [];
  const refused: BridgeView['refused'] = [];
  for (const curve of there) {
    const isHere = chosen.curves.some(({ entry, points }) => entry === curve.entry && points.length > 0);
    if (isHere || curve.points.length === 0) continue;
    const product = products.get(curve.entry)!;
    const value = valueAtLine(curve, from.lineDb);
    if (!value.placed) refused.push({ product, reason: value.reason });
    else if (!found.known) refused.push({ product, reason: 'there is no bridge' });
    else {
      const over = bridgedValue(found.value, value.value, value.uncertainty);
      if (!over.known) refused.push({ product, reason: over.reason });
      else
        rows.push({
          ...{ entry: curve.entry, product, ...over.value, there: value.value },
          ...{ levelDb: value.levelDb, from: nameOf(source) },
        });
    }
  }
  rows.sort((a, b) => a.value - b.value);
  return { ...shown, shared, bridge: found, rows, refused };
}

/** Rows of all bridges that a round-up uses, at a load and line of the rise. */
export async function bridgedRows(
  view: RoundUpView,
  at: { load: string; lineDb: number },
): Promise<{ rows: BridgedRow[]; refused: { from: string; reason: string }[] }> {
  const used = await withDatabase((db) => listBridges(db, view.roundUp.id));
  const rows: BridgedRow[] = [];
  const refused: { from: string; reason: string }[] = [];
  for (const revisionId of used) {
    const made = await viewBridge(view, { revisionId, ...at });
    if (!made) continue;
    rows.push(...made.rows);
    if (!made.bridge.known) refused.push({ from: made.source.name, reason: made.bridge.reason });
  }
  return { rows: rows.sort((a, b) => a.value - b.value), refused };
}
