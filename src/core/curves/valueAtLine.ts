import type { CurvePoint, EntryCurve } from './entryCurve';
import { pchip, pchipAt, type Pchip } from './pchip';
import type { SettingSpread } from '../uncertainty/settingSpread';
import type { SpreadSource } from '../uncertainty/rigSpread';

export interface PlacedValue {
  placed: true;
  toppedOut: boolean;
  /** The level the rise stands at: the line, or the loudest setting of an entry that tops out. */
  levelDb: number;
  riseK: number;
  resistanceKPerW: number | null;
  slopeKPerDb: number;
  /** Standard uncertainty of the rise, K. */
  uncertaintyK: number;
  /** The same with the spread pooled over the round-up, and its degrees of freedom: for comparisons. */
  pooledUncertaintyK: number;
  pooledFreedom: number;
  spreadSource: SpreadSource;
  mountSpreadUnknown: boolean;
}

export interface NoValue {
  placed: false;
  status: 'too-loud' | 'below-floor' | 'unsettled' | 'no-runs';
  reason: string;
}

const ROUNDING_DB = 1e-9;

function dbA(levelDb: number): string {
  return `${levelDb.toFixed(1)} dB(A)`;
}

function noUsable(curve: EntryCurve): NoValue {
  const unsettled = curve.leftOut.filter((setting) => setting.why === 'unsettled');
  if (unsettled.length > 0) {
    return { placed: false, status: 'unsettled', reason: 'none of its runs that could count had settled' };
  }
  if (curve.leftOut.length > 0) {
    return {
      placed: false,
      status: 'below-floor',
      reason: 'none of its settings stands 3 dB over the room, so its levels are only upper bounds',
    };
  }
  return { placed: false, status: 'no-runs', reason: 'no runs at this load' };
}

/** The line lies below the quietest usable setting (FORMATS step 7). */
function underQuietest(curve: EntryCurve, lineDb: number): NoValue {
  const quietestDb = curve.points[0]!.levelDb;
  const quieter = curve.leftOut.filter((setting) => setting.levelDb < quietestDb);
  // The setting that would have carried the curve to the line, or else the one that comes nearest.
  const missed = quieter.filter((setting) => setting.levelDb <= lineDb).pop() ?? quieter[0];
  if (!missed)
    return { placed: false, status: 'too-loud', reason: `its quietest setting is ${dbA(quietestDb)}` };
  const usable = `its quietest setting that counts is ${dbA(quietestDb)}`;
  return missed.why === 'unsettled'
    ? { placed: false, status: 'unsettled', reason: `${usable}; ${missed.setting} had not settled` }
    : {
        placed: false,
        status: 'below-floor',
        reason: `${usable}; ${missed.setting} cannot be told from the room (at most ${dbA(missed.levelDb)})`,
      };
}

/** Variance of the rise between two settings: passes independent, the mount shared along the sweep. */
function spreadBetween(
  before: SettingSpread,
  after: SettingSpread,
  along: number,
): { varianceK2: number; freedom: number } {
  const keep = 1 - along;
  const pass = keep ** 2 * before.pass.varianceK2 + along ** 2 * after.pass.varianceK2;
  const mount = (keep * Math.sqrt(before.mount.varianceK2) + along * Math.sqrt(after.mount.varianceK2)) ** 2;
  const mountFreedom = Math.min(before.mount.freedom, after.mount.freedom);
  const passFreedom = Math.min(before.pass.freedom, after.pass.freedom);
  const total = pass + mount;
  // Welch–Satterthwaite (GUM G.4.1)
  const freedom =
    total > 0 ? total ** 2 / (pass ** 2 / passFreedom + mount ** 2 / mountFreedom || 0) : Infinity;
  return { varianceK2: total, freedom };
}

/** Adds what is known without degrees of freedom of its own to a spread (GUM 5.1.2 and G.4.1). */
function combine(spread: { varianceK2: number; freedom: number }, otherK2: number) {
  const total = spread.varianceK2 + otherK2;
  const freedom =
    spread.varianceK2 > 0 ? (total / spread.varianceK2) ** 2 * spread.freedom : Number.POSITIVE_INFINITY;
  return { uncertaintyK: Math.sqrt(total), freedom };
}

function placedAt(
  before: CurvePoint,
  after: CurvePoint,
  along: number,
  value: {
    levelDb: number;
    riseK: number;
    slope: number;
    resistanceKPerW: number | null;
    toppedOut: boolean;
  },
): PlacedValue {
  const chordK = before.riseK + along * (after.riseK - before.riseK);
  const interpolationK = Math.abs(value.riseK - chordK) / (2 * Math.sqrt(3));
  const levelDb = (1 - along) * before.levelUncertaintyDb + along * after.levelUncertaintyDb;
  const shortfallK = Math.max(before.shortfallK, after.shortfallK) / Math.sqrt(3);
  const roomK = Math.max(before.roomUncertaintyK, after.roomUncertaintyK);
  const otherK2 = (value.slope * levelDb) ** 2 + interpolationK ** 2 + shortfallK ** 2 + roomK ** 2;
  const own = combine(spreadBetween(before.spread, after.spread, along), otherK2);
  const pooled = combine(spreadBetween(before.pooledSpread, after.pooledSpread, along), otherK2);
  const nearer = along < 0.5 ? before : after;
  return {
    placed: true,
    toppedOut: value.toppedOut,
    levelDb: value.levelDb,
    riseK: value.riseK,
    resistanceKPerW: value.resistanceKPerW,
    slopeKPerDb: value.slope,
    uncertaintyK: own.uncertaintyK,
    pooledUncertaintyK: pooled.uncertaintyK,
    pooledFreedom: pooled.freedom,
    spreadSource: nearer.source,
    mountSpreadUnknown: nearer.spread.mountSpreadUnknown,
  };
}

interface Fitted {
  judged: CurvePoint[];
  rise: Pchip;
  resistance: Pchip | null;
}

/** Interpolants of a curve, made once: the line asks for them sixty times a second. */
const fitted = new WeakMap<EntryCurve, Fitted>();

function fittedOf(curve: EntryCurve): Fitted {
  const before = fitted.get(curve);
  if (before) return before;
  const judged = curve.points.filter((point) => point.judged);
  const levels = judged.map((point) => point.levelDb);
  const resistances = judged.map((point) => point.resistanceKPerW);
  const made = {
    judged,
    rise: pchip(
      levels,
      judged.map((point) => point.riseK),
    ),
    resistance: resistances.some((r) => r === null) ? null : pchip(levels, resistances as number[]),
  };
  fitted.set(curve, made);
  return made;
}

/**
 * What a curve says at the noise line, dB(A): the rise there with its standard uncertainty, or the status
 * and the reason why there is none (FORMATS step 7). Judged by the best rise at or below the level, so a
 * setting that is louder and no cooler than another never helps. Uncertainty: spread of passes and
 * mounts, the meter through the slope, interpolation, what was still to come, and a typed room reading's doubt (GUM, JCGM 100, 5.1).
 */
export function valueAtLine(curve: EntryCurve, lineDb: number): PlacedValue | NoValue {
  if (!Number.isFinite(lineDb)) throw new RangeError(`valueAtLine: lineDb must be finite, got ${lineDb}`);
  const { points } = curve;
  if (points.length === 0) return noUsable(curve);
  const quietestDb = points[0]!.levelDb;
  const loudestDb = points[points.length - 1]!.levelDb;
  if (lineDb < quietestDb - ROUNDING_DB) return underQuietest(curve, lineDb);
  const { judged, rise: riseCurve, resistance } = fittedOf(curve);
  const last = judged[judged.length - 1]!;
  if (lineDb >= last.levelDb) {
    // Past its last cooler setting an entry stands as cool as there; past its loudest it tops out.
    const toppedOut = lineDb > loudestDb + ROUNDING_DB;
    return placedAt(last, last, 0, {
      levelDb: toppedOut ? loudestDb : lineDb,
      riseK: last.riseK,
      slope: 0,
      resistanceKPerW: last.resistanceKPerW,
      toppedOut,
    });
  }
  const at = Math.max(lineDb, quietestDb);
  const rise = pchipAt(riseCurve, at);
  const resistanceKPerW = resistance && pchipAt(resistance, at).y;
  return placedAt(judged[rise.piece]!, judged[rise.piece + 1]!, rise.along, {
    levelDb: lineDb,
    riseK: rise.y,
    slope: rise.slope,
    resistanceKPerW,
    toppedOut: false,
  });
}
