import type { EntryCurve } from '../curves/entryCurve';
import { valueAtLine, type NoValue, type PlacedValue } from '../curves/valueAtLine';
import { LIMIT_BAND_K } from '../settling/loadStretch';
import type { SpreadSource } from '../uncertainty/rigSpread';
import { interval95 } from '../uncertainty/interval95';
import { tieGroups } from './tieGroups';

export interface LineRule {
  lineDb: number;
  /** Nominal heat load, W. */
  loadW: number;
  referenceAmbientC: number;
  limitC: number;
}

export interface PlacedEntry {
  entry: string;
  place: number;
  tieGroup: number;
  /** First and last place of its tie group. */
  placeFrom: number;
  placeTo: number;
  status: 'ranked' | 'tops-out' | 'throttled';
  /** The level the rise stands at, dB(A): below the line where an entry tops out. */
  levelDb: number;
  riseK: number;
  /** Standard uncertainty of the rise from its own spread, K (FORMATS step 10). */
  uncertaintyK: number;
  /** Half-width of the 95 % interval, K: what stands after "±". */
  interval95K: number;
  resistanceKPerW: number | null;
  temperatureAtReferenceC: number;
  slopeKPerDb: number;
  spreadSource: SpreadSource;
  mountSpreadUnknown: boolean;
}

export interface NotPlacedEntry {
  entry: string;
  status: NoValue['status'];
  reason: string;
}

export interface TieGroup {
  from: number;
  to: number;
  /** What this test can show between its members and their leader, K. */
  differenceK: number;
}

export interface Ranking {
  placed: PlacedEntry[];
  notPlaced: NotPlacedEntry[];
  /** Groups of two or more. */
  ties: TieGroup[];
}

function statusOf(value: PlacedValue, temperatureC: number, limitC: number): PlacedEntry['status'] {
  if (value.toppedOut) return 'tops-out';
  return temperatureC >= limitC - LIMIT_BAND_K ? 'throttled' : 'ranked';
}

/**
 * The order at a noise line (FORMATS steps 7 to 9): first all that hold the load, by rise, then the
 * throttled, by resistance, with ties by simultaneous comparison. At one load R = rise / load, so both
 * orders are the order of the rise. Equal rises stand in the order of their ids.
 *
 * Comparisons and intervals use the larger of an entry's own and the pooled uncertainty: own spreads come
 * from few readings, and the smallest of eight is small by luck.
 */
export function rankAtLine(curves: readonly EntryCurve[], rule: LineRule): Ranking {
  const notPlaced: NotPlacedEntry[] = [];
  const values: { entry: string; value: PlacedValue }[] = [];
  for (const curve of curves) {
    const value = valueAtLine(curve, rule.lineDb);
    if (value.placed) values.push({ entry: curve.entry, value });
    else notPlaced.push({ entry: curve.entry, status: value.status, reason: value.reason });
  }
  values.sort((a, b) => a.value.riseK - b.value.riseK || (a.entry < b.entry ? -1 : 1));
  const { groups, differencesK } = tieGroups(
    values.map(({ value }) => ({
      riseK: value.riseK,
      uncertaintyK: Math.max(value.uncertaintyK, value.pooledUncertaintyK),
      freedom: value.pooledFreedom,
    })),
  );
  const placed = values.map(({ entry, value }, i) => {
    const tieGroup = groups[i]!;
    const temperatureC = rule.referenceAmbientC + value.riseK;
    return {
      entry,
      place: i + 1,
      tieGroup,
      placeFrom: groups.indexOf(tieGroup) + 1,
      placeTo: groups.lastIndexOf(tieGroup) + 1,
      status: statusOf(value, temperatureC, rule.limitC),
      levelDb: value.levelDb,
      riseK: value.riseK,
      uncertaintyK: value.uncertaintyK,
      interval95K: interval95(Math.max(value.uncertaintyK, value.pooledUncertaintyK), value.pooledFreedom),
      resistanceKPerW: value.resistanceKPerW ?? (rule.loadW > 0 ? value.riseK / rule.loadW : null),
      temperatureAtReferenceC: temperatureC,
      slopeKPerDb: value.slopeKPerDb,
      spreadSource: value.spreadSource,
      mountSpreadUnknown: value.mountSpreadUnknown,
    };
  });
  const ties = differencesK
    .map((differenceK, i) => ({
      from: groups.indexOf(i + 1) + 1,
      to: groups.lastIndexOf(i + 1) + 1,
      differenceK,
    }))
    .filter((tie) => tie.to > tie.from);
  notPlaced.sort((a, b) => (a.entry < b.entry ? -1 : 1));
  return { placed, notPlaced, ties };
}
