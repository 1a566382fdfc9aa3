import { BEYOND_ALL } from '../curves/shown/curveEnds';
import type { EntryCurve } from '../curves/entryCurve';
import { valueAtLine } from '../curves/valueAtLine';
import type { NoValue } from '../curves/noValue';
import type { PlacedValue } from '../curves/placedValue';
import { LIMIT_BAND_K } from '../settling/loadStretch';
import type { Load } from '../runs/load';
import { fieldAt, type SpreadSource } from '../curves/field';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { halfWidth, scaled, type DoubtTerm } from '../uncertainty/doubt';
import type { Comparable } from '../uncertainty/criticalDifference';
import { ties, type Bracket } from './ties';

export interface LineRule {
  lineDb: number;
  /** Nominal heat load, W. */
  loadW: number;
  /** A named program keeps its measured watts: there the throttled stand by K/W. */
  program: boolean;
  referenceAmbientC: number;
  limitC: number;
  /** Of the die's rise alone: it would stand at its limit in the reference room. */
  throttles?: boolean;
}

/**
 * The rule of a heat load in a rig and reference room, but for the line.
 *
 * @example lineRule({ loadW: 170, loadName: '', gpuLoadW: 0 }, { referenceAmbientC: 23, limitC: 90 }) → { loadW: 170,
 * program: false, referenceAmbientC: 23, limitC: 90 }
 */
export function lineRule(
  load: Load,
  room: { referenceAmbientC: number; limitC: number },
): Omit<LineRule, 'lineDb'> {
  return { loadW: load.loadW, program: load.loadName !== '', ...room };
}

export interface PlacedEntry {
  entry: string;
  place: number;
  tieGroup: number;
  /** First and last place that it may hold: those surely better come before, those surely worse after. */
  placeFrom: number;
  placeTo: number;
  /** `near-limit`: whether it holds the load cannot be told (FORMATS step 8). */
  status: 'ranked' | 'tops-out' | 'near-limit' | 'throttled';
  /** Where on the axis the value stands: below the line where an entry tops out. */
  at: number;
  /** The level there, dB(A). */
  levelDb: number;
  /** One setting near the line was restated to it by the fan laws. */
  restated: boolean;
  value: number;
  /** Half-width of the 95 % interval over 1.96 (FORMATS step 10). */
  uncertainty: number;
  /** Half-width of the 95 % interval, K: what stands after "±". */
  interval95: number;
  /** What the interval is made of. */
  doubt: DoubtTerm[];
  /** Standard uncertainty shared with all of its rig, K: not in the interval, and cancelling between entries. */
  shared: number;
  /** The same by the class of the power meter that restated it. */
  watts: number;
  resistanceKPerW: number | null;
  temperatureAtReferenceC: number;
  slope: number;
  spreadSource: SpreadSource;
}

export interface NotPlacedEntry {
  entry: string;
  status: NoValue['status'];
  reason: string;
}

export interface Ranking {
  placed: PlacedEntry[];
  notPlaced: NotPlacedEntry[];
  /** Two or more entries each that cannot be told apart; they may overlap. */
  brackets: Bracket[];
  /** Entries whose own mounts scatter more than those of the others (DOUBT l): said, and nothing is ranked otherwise. */
  standOut: string[];
}

interface Standing {
  entry: string;
  value: PlacedValue;
  temperatureC: number;
  /** Whether the die would stand at its limit in the reference room (FORMATS step 8). */
  limit: 'holds' | 'near' | 'over';
  resistanceKPerW: number | null;
}

/** Whether an entry is judged by its loudest setting because that is below the line. Beyond all levels there is no line to fall short of. */
const topsOut = ({ value }: Standing, lineDb: number) => value.toppedOut && lineDb < BEYOND_ALL;

function statusOf(standing: Standing, lineDb: number): PlacedEntry['status'] {
  const { limit } = standing;
  if (topsOut(standing, lineDb)) return 'tops-out';
  return ({ holds: 'ranked', near: 'near-limit', over: 'throttled' } as const)[limit];
}

/**
 * On which side of the limit a die would stand in the reference room: over or under it by more than the 95 % interval, what the sensors
 * of the rig share included, or neither (FORMATS step 8, DOUBT k). A die that its limit held at a program's own watts never stands over
 * it by anything: it does not hold the load, whatever its interval.
 */
function limitOf(
  value: PlacedValue,
  temperatureC: number,
  limitC: number,
  sharedRiseK: number,
): Standing['limit'] {
  const overK = temperatureC - (limitC - LIMIT_BAND_K);
  const doubtK = Math.hypot(halfWidth(value.doubt), NORMAL_95 * sharedRiseK, NORMAL_95 * value.watts);
  return overK > doubtK || (overK >= -doubtK && value.heldByLimit)
    ? 'over'
    : overK < -doubtK
      ? 'holds'
      : 'near';
}

/** A standing by its rise, or by its resistance restated at a load, K. */
function comparable({ value }: Standing, factor: number): Comparable {
  return {
    value: value.value * factor,
    doubt: scaled(value.doubt, factor),
    shared: value.shared * factor,
    watts: value.watts * factor,
  };
}

/**
 * The order at a noise line (FORMATS steps 7 to 9): first all that hold the load, by rise, then the
 * throttled, by resistance, with ties by simultaneous comparison. At fixed watts R = rise / load, so both
 * orders are the order of the rise; a named program keeps its rise and watts, and there they differ. Equals stand in
 * the order of their ids.
 *
 * Example: Rises of 38, 38.2 and 44 K at the line, 0.6 K to tell: places 1, 2, 3, and the first two share a bracket.
 */
export function rankAtLine(curves: readonly EntryCurve[], rule: LineRule): Ranking {
  const notPlaced: NotPlacedEntry[] = [];
  const standings: Standing[] = [];
  for (const curve of curves) {
    const { entry } = curve;
    const value = valueAtLine(curve, rule.lineDb);
    if (!value.placed) {
      notPlaced.push({ entry, status: value.status, reason: value.reason });
      continue;
    }
    const temperatureC = rule.referenceAmbientC + value.value;
    const limit =
      rule.throttles === false ? 'holds' : limitOf(value, temperatureC, rule.limitC, curve.sharedRiseK ?? 0);
    // At its limit by watts that no meter saw, R is not told.
    const byNominal = limit === 'over' || !(rule.loadW > 0) ? null : value.value / rule.loadW;
    const resistanceKPerW = value.resistanceKPerW ?? byNominal;
    standings.push({ entry, value, temperatureC, limit, resistanceKPerW });
  }
  const sign = curves[0]?.rule.better === 'higher' ? -1 : 1;
  // At a program's watts, so that K/W stands in kelvins of about the same size.
  const restatedK = (standing: Standing) =>
    standing.resistanceKPerW === null ? standing.value.value : standing.resistanceKPerW * (rule.loadW || 1);
  const isOver = (standing: Standing) => standing.limit === 'over' && !topsOut(standing, rule.lineDb);
  const byResistance = (standing: Standing) => rule.program && isOver(standing);
  /** Those that hold the load, then those that do not by R, then those whose R nobody can tell. */
  const rank = (standing: Standing) => (isOver(standing) ? (standing.resistanceKPerW === null ? 2 : 1) : 0);
  const keyK = (standing: Standing) => (byResistance(standing) ? restatedK(standing) : standing.value.value);
  standings.sort((a, b) => rank(a) - rank(b) || sign * (keyK(a) - keyK(b)) || (a.entry < b.entry ? -1 : 1));
  const throttledFrom = standings.findIndex(byResistance);
  const compared = standings.map((standing) => comparable(standing, 1));
  const told =
    throttledFrom < 0
      ? ties(compared)
      : ties(
          compared,
          standings.map((standing) => comparable(standing, restatedK(standing) / standing.value.value)),
          throttledFrom,
        );
  const placed = standings.map((standing, i) => ({
    entry: standing.entry,
    place: i + 1,
    tieGroup: told.groups[i]!,
    placeFrom: told.placeFrom[i]!,
    placeTo: told.placeTo[i]!,
    status: statusOf(standing, rule.lineDb),
    at: standing.value.at,
    levelDb: standing.value.levelDb,
    restated: standing.value.restated,
    value: standing.value.value,
    uncertainty: standing.value.uncertainty,
    interval95: halfWidth(standing.value.doubt),
    doubt: standing.value.doubt,
    shared: standing.value.shared,
    watts: standing.value.watts,
    resistanceKPerW: standing.resistanceKPerW,
    temperatureAtReferenceC: standing.temperatureC,
    slope: standing.value.slope,
    spreadSource: standing.value.spreadSource,
  }));
  notPlaced.sort((a, b) => (a.entry < b.entry ? -1 : 1));
  const field = curves[0]?.field;
  const standOut = field
    ? placed.filter(({ entry }) => fieldAt(field, rule.lineDb).standOut.has(entry)).map(({ entry }) => entry)
    : [];
  return { placed, notPlaced, brackets: told.brackets, standOut };
}
