import { beyondMounts, type CurvePoint, type EntryCurve } from './entryCurve';
import { pchip, pchipAt, type Pchip } from './pchip';
import { standardUncertainty, type DoubtTerm } from '../uncertainty/doubt';
import { largerSpread, type Spread } from '../uncertainty/largerSpread';
import type { SpreadSource } from '../uncertainty/rigSpread';

export interface PlacedValue {
  placed: true;
  toppedOut: boolean;
  /** The level the rise stands at: the line, or the end of the curve that comes nearest to it. */
  levelDb: number;
  riseK: number;
  resistanceKPerW: number | null;
  slopeKPerDb: number;
  /** Standard uncertainty of the rise by the entry's own spread, K (FORMATS step 10). */
  uncertaintyK: number;
  /** What intervals and comparisons stand on: by the spread of the rig, or the entry's own where that stands out. */
  doubt: DoubtTerm[];
  /** Standard uncertainty that the rise shares with all of its rig through the slope, with the slope's sign, K. */
  sharedK: number;
  spreadSource: SpreadSource;
  mountSpreadUnknown: boolean;
}

export interface NoValue {
  placed: false;
  status: 'too-loud' | 'below-floor' | 'unsettled' | 'no-runs';
  reason: string;
}

const ROUNDING_DB = 1e-9;
/** An end of a curve so near reaches the line: fans tuned by hand land there (FORMATS step 7), dB. */
const NEAR_DB = 0.3;
/** What a decibel is taken to be worth where one setting tells no slope, as a share of the rise. */
const ASSUMED_SLOPE = 0.02;

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

/** Spread of the rise between two settings: passes independent, the mount shared along the sweep. */
function spreadBetween(before: Spread, after: Spread, along: number): Spread {
  const keep = 1 - along;
  return {
    pass: {
      varianceK2: keep ** 2 * before.pass.varianceK2 + along ** 2 * after.pass.varianceK2,
      freedom: Math.min(before.pass.freedom, after.pass.freedom),
    },
    mount: {
      varianceK2:
        (keep * Math.sqrt(before.mount.varianceK2) + along * Math.sqrt(after.mount.varianceK2)) ** 2,
      freedom: Math.min(before.mount.freedom, after.mount.freedom),
    },
  };
}

interface Standing {
  levelDb: number;
  riseK: number;
  resistanceKPerW: number | null;
  toppedOut: boolean;
  slopeKPerDb: number;
  /** What the tenths by which the line is missed are worth, K. */
  missesByK: number;
}

function placedAt(
  curve: EntryCurve,
  before: CurvePoint,
  after: CurvePoint,
  along: number,
  value: Standing,
): PlacedValue {
  const { missesByK, ...standing } = value;
  const chordK = before.riseK + along * (after.riseK - before.riseK);
  const interpolationK = Math.abs(value.riseK - chordK) / (2 * Math.sqrt(3));
  const levelDb = (1 - along) * before.levelUncertaintyDb + along * after.levelUncertaintyDb;
  const shortfallK = Math.max(before.shortfallK, after.shortfallK) / Math.sqrt(3);
  const sure = (from: DoubtTerm['from'], uncertaintyK: number): DoubtTerm => ({
    from,
    varianceK2: uncertaintyK ** 2,
    freedom: Infinity,
  });
  const others = [
    sure('meter', value.slopeKPerDb * levelDb),
    sure('interpolation', interpolationK),
    sure('settling', shortfallK),
    sure('room', Math.max(before.roomUncertaintyK, after.roomUncertaintyK)),
    sure('line', missesByK),
  ];
  const sensorsK2 = Math.max(before.sensorsK2, after.sensorsK2);
  const terms = ({ pass, mount }: Spread): DoubtTerm[] => [
    { from: 'mounts', ...mount },
    { from: 'passes', ...pass },
    sure('sensors', Math.sqrt(beyondMounts(sensorsK2, mount.varianceK2))),
    ...others,
  ];
  const own = spreadBetween(before.spread, after.spread, along);
  const pooled = spreadBetween(before.pooledSpread, after.pooledSpread, along);
  const nearer = along < 0.5 ? before : after;
  return {
    placed: true,
    ...standing,
    uncertaintyK: standardUncertainty(terms(own)),
    doubt: terms(largerSpread(own, pooled)),
    sharedK: value.slopeKPerDb * curve.sharedLevelDb,
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

/** Slope at an end of the curve, K/dB, of its last piece; null where one setting tells none. */
function endSlope({ judged, rise }: Fitted, end: 'quiet' | 'loud'): number | null {
  const at = end === 'quiet' ? 0 : judged.length - 1;
  const beside = judged[end === 'quiet' ? 1 : judged.length - 2];
  const here = judged[at]!;
  if (!beside) return null;
  const chord = (beside.riseK - here.riseK) / (beside.levelDb - here.levelDb);
  return Math.min(chord, rise.slopes[at]!);
}

/**
 * What a curve says at the noise line, dB(A): the rise there with its standard uncertainty, or the status
 * and the reason why there is none (FORMATS step 7). Judged by the best rise at or below the level, so a
 * setting that is louder and no cooler than another never helps. An end within 0.3 dB of the line reaches it.
 * Uncertainty: spread of passes and mounts, sensors, the meter through the slope, interpolation, what was still to
 * come, a typed room reading's doubt, and what the tenths that miss the line are worth (GUM, JCGM 100, 5.1).
 *
 * @throws where the line is not finite
 */
export function valueAtLine(curve: EntryCurve, lineDb: number): PlacedValue | NoValue {
  if (!Number.isFinite(lineDb)) throw new RangeError(`valueAtLine: lineDb must be finite, got ${lineDb}`);
  const { points } = curve;
  if (points.length === 0) return noUsable(curve);
  const quietestDb = points[0]!.levelDb;
  const loudestDb = points[points.length - 1]!.levelDb;
  if (lineDb < quietestDb - NEAR_DB - ROUNDING_DB) return underQuietest(curve, lineDb);
  const fit = fittedOf(curve);
  const { judged, rise: riseCurve, resistance } = fit;
  const stand = (at: CurvePoint, levelDb: number, slopeKPerDb: number | null, toppedOut = false) =>
    placedAt(curve, at, at, 0, {
      levelDb,
      riseK: at.riseK,
      slopeKPerDb: slopeKPerDb ?? 0,
      resistanceKPerW: at.resistanceKPerW,
      toppedOut,
      missesByK: toppedOut ? 0 : (slopeKPerDb ?? ASSUMED_SLOPE * at.riseK) * (lineDb - levelDb),
    });
  if (lineDb < quietestDb) return stand(judged[0]!, quietestDb, endSlope(fit, 'quiet'));
  const last = judged[judged.length - 1]!;
  if (lineDb >= last.levelDb) {
    if (lineDb > loudestDb + NEAR_DB + ROUNDING_DB) return stand(last, loudestDb, 0, true);
    // Past its last cooler setting an entry stands as cool as there, as far as it was measured.
    if (last.levelDb < loudestDb) return stand(last, Math.min(lineDb, loudestDb), 0);
    return stand(last, loudestDb, endSlope(fit, 'loud'));
  }
  const rise = pchipAt(riseCurve, lineDb);
  return placedAt(curve, judged[rise.piece]!, judged[rise.piece + 1]!, rise.along, {
    levelDb: lineDb,
    riseK: rise.y,
    slopeKPerDb: rise.slope,
    resistanceKPerW: resistance && pchipAt(resistance, lineDb).y,
    toppedOut: false,
    missesByK: 0,
  });
}
