import type { EntryCurve } from '../curves/entryCurve';
import { valueAtLine } from '../curves/valueAtLine';
import type { Load } from '../runs/load';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { bridgedValue, type Bridge } from './bridge';

/** Curves measured on another rig, of entries that were not measured here, and the bridge that carries them over. */
export interface Carried {
  /** Where they were measured, as a page names it. */
  from: string;
  bridge: Bridge;
  curves: EntryCurve[];
}

/** A row that was measured elsewhere and carried over: never called measured. */
export interface BridgedRow {
  entry: string;
  product: string;
  value: number;
  interval95: number;
  levelDb: number;
  /** What it was there. */
  there: number;
  from: string;
}

export interface BridgedAt {
  rows: BridgedRow[];
  /** Who is not carried over at this line, and why. */
  refused: { product: string; reason: string }[];
}

/** A row as a bundle brings it: for one load and line, and no other. */
export interface KeptBridged extends Load {
  entry: string;
  /** Noise line, dB(A). */
  lineDb: number;
  value: number;
  interval95: number;
  there: number;
  levelDb: number;
  from: string;
  /** The bridge in words. */
  by: string;
}

/** All that is bridged at one load. */
export interface LoadBridges {
  carried: Carried[];
  /** Rows that came with a bundle. */
  kept: KeptBridged[];
  /** Bridges in use that do not hold at this load, and why. */
  broken: { from: string; reason: string }[];
}

export const NO_BRIDGES: LoadBridges = { carried: [], kept: [], broken: [] };

/** A line typed to a tenth is the same line, dB. */
const SAME_LINE_DB = 0.05;

/**
 * Whether a row stands for a line.
 *
 * @example isAtLine({ lineDb: 33 }, 33.01) → true
 */
export function isAtLine(row: Pick<KeptBridged, 'lineDb'>, lineDb: number): boolean {
  return Math.abs(row.lineDb - lineDb) < SAME_LINE_DB;
}

/**
 * A bridge in words.
 *
 * Example: ‘here = −2.00 + 0.950 × there, K, by 9 points of 3 entries’.
 */
export function bridgeWords({ fit, entries, points }: Bridge): string {
  const { intercept, slope } = fit;
  const sign = intercept < 0 ? '−' : '';
  return `here = ${sign}${Math.abs(intercept).toFixed(2)} + ${slope.toFixed(3)} × there, K, by ${points} points of ${entries} entries`;
}

/**
 * What entries of another rig come to here at a noise line, dB(A), best first, in the response's unit; an entry beyond what both rigs
 * have, or without a value there, is refused with the reason.
 *
 * Example: Nothing carried: no rows, nobody refused.
 */
export function bridgedAt(
  { from, bridge, curves }: Carried,
  productOf: (entry: string) => string,
  lineDb: number,
): BridgedAt {
  const rows: BridgedRow[] = [];
  const refused: BridgedAt['refused'] = [];
  for (const curve of curves) {
    const product = productOf(curve.entry);
    const there = valueAtLine(curve, lineDb);
    if (!there.placed) {
      refused.push({ product, reason: there.reason });
      continue;
    }
    const over = bridgedValue(bridge, there.value, there.uncertainty);
    if (over.known)
      rows.push({
        ...{ entry: curve.entry, product, ...over.value },
        ...{ there: there.value, levelDb: there.levelDb, from },
      });
    else refused.push({ product, reason: over.reason });
  }
  return { rows: rows.sort((a, b) => a.value - b.value), refused };
}

/**
 * All that is bridged at a load and a line, best first; what a bundle brought stands at its own lines only, and gives way to what the
 * lab makes itself.
 *
 * Example: allBridgedAt(NO_BRIDGES, …) has no rows.
 */
export function allBridgedAt(
  { carried, kept, broken }: LoadBridges,
  productOf: (entry: string) => string,
  lineDb: number,
): BridgedAt & Pick<LoadBridges, 'broken'> {
  const told = carried.map((each) => bridgedAt(each, productOf, lineDb));
  const own = told.flatMap(({ rows }) => rows);
  const isOwn = new Set(own.map(({ entry }) => entry));
  const brought = kept
    .filter((row) => isAtLine(row, lineDb) && !isOwn.has(row.entry))
    .map(({ entry, value, interval95, there, levelDb, from }) => ({
      ...{ entry, product: productOf(entry), value, interval95, there, levelDb, from },
    }));
  return {
    rows: [...own, ...brought].sort((a, b) => a.value - b.value),
    refused: told.flatMap(({ refused }) => refused),
    broken,
  };
}

/**
 * A curve of another rig as it is drawn here: each of its settings carried over, those that the bridge does not reach left out.
 *
 * Example: By a bridge of slope 1 and intercept −2, a setting of 50 K is drawn at 48 K, with the bridge’s doubt in its bar.
 */
export function bridgedCurve(bridge: Bridge, curve: EntryCurve): EntryCurve {
  return {
    ...curve,
    points: curve.points.flatMap((point) => {
      const over = bridgedValue(bridge, point.value, point.interval95 / NORMAL_95);
      // Its runs are none of this rig's.
      return over.known ? [{ ...point, ...over.value, resistanceKPerW: null, runs: [] }] : [];
    }),
    leftOut: [],
  };
}
