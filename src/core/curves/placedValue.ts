import { judgedValue, type CurvePoint, type EntryCurve } from './entryCurve';
import { beyondMounts } from './settings/settingDoubt';
import { halfWidth, sureTerm, type DoubtTerm } from '../uncertainty/doubt';
import { NORMAL_95 } from '../statistics/normal';
import { largerSpread, type Spread } from '../uncertainty/largerSpread';
import type { SpreadSource } from '../uncertainty/rigSpread';

export interface PlacedValue {
  placed: true;
  toppedOut: boolean;
  /** Where on the axis the value stands: the line, or the end of the curve that comes nearest to it. */
  at: number;
  /** The level there, dB(A): heat and noise stand together. */
  levelDb: number;
  /** One setting near the line was restated to it by the fan laws. */
  restated: boolean;
  value: number;
  resistanceKPerW: number | null;
  slope: number;
  /** Half-width of the 95 % interval over 1.96 (FORMATS step 10). */
  uncertainty: number;
  /** What intervals and comparisons stand on: by the spread of the rig, or the entry's own where that stands out. */
  doubt: DoubtTerm[];
  /** Standard uncertainty that the rise shares with all of its rig through the slope, with the slope's sign, K. */
  shared: number;
  /** It stood at the rig's limit there, at watts that nothing restates. */
  heldByLimit: boolean;
  spreadSource: SpreadSource;
  mountSpreadUnknown: boolean;
}

/** Spread of the rise between two settings: passes independent, the mount shared along the sweep. */
function spreadBetween(before: Spread, after: Spread, along: number): Spread {
  const keep = 1 - along;
  return {
    pass: {
      variance: keep ** 2 * before.pass.variance + along ** 2 * after.pass.variance,
      freedom: Math.min(before.pass.freedom, after.pass.freedom),
    },
    mount: {
      variance: (keep * Math.sqrt(before.mount.variance) + along * Math.sqrt(after.mount.variance)) ** 2,
      freedom: Math.min(before.mount.freedom, after.mount.freedom),
    },
  };
}

/** Where a line meets a curve, and what the curve says there. */
export interface Standing {
  at: number;
  levelDb: number;
  restated: boolean;
  value: number;
  resistanceKPerW: number | null;
  toppedOut: boolean;
  slope: number;
  /** What the tenths by which the line is missed are worth, K. */
  missesBy: number;
}

/** A value between two settings, `along` of the way from one to the other, with what is in doubt of it, term by term. */
export function placedAt(
  curve: EntryCurve,
  before: CurvePoint,
  after: CurvePoint,
  along: number,
  value: Standing,
): PlacedValue {
  const { missesBy, ...standing } = value;
  const chordK = judgedValue(before) + along * (judgedValue(after) - judgedValue(before));
  const interpolationK = Math.abs(value.value - chordK) / (2 * Math.sqrt(3));
  const levelDb = (1 - along) * before.levelUncertaintyDb + along * after.levelUncertaintyDb;
  // One meter, one correction: it moves both ends alike.
  const correctionDb = (1 - along) * before.correctionUDb + along * after.correctionUDb;
  const shortfall = Math.max(before.shortfall, after.shortfall) / Math.sqrt(3);
  const floorDb = (1 - along) * before.floorUDb + along * after.floorUDb;
  const readings = Math.hypot((1 - along) * before.readingsU, along * after.readingsU);
  const others = [
    sureTerm('meter', value.slope * levelDb),
    sureTerm('correction', value.slope * correctionDb),
    // A level that is itself the value moves by as much as the room takes off it.
    sureTerm('floor', (curve.rule.law?.by === 'level' ? 1 : value.slope) * floorDb),
    sureTerm('interpolation', interpolationK),
    sureTerm('settling', shortfall),
    sureTerm('room', Math.max(before.roomUncertaintyK, after.roomUncertaintyK)),
    sureTerm('line', missesBy),
    sureTerm('step', Math.max(before.stepU, after.stepU)),
    sureTerm('readings', readings),
    sureTerm('power', (1 - along) * before.powerU + along * after.powerU),
  ];
  const sensorVariance = Math.max(before.sensorVariance, after.sensorVariance);
  const terms = ({ pass, mount }: Spread): DoubtTerm[] => [
    { from: 'mounts', ...mount },
    { from: 'passes', ...pass },
    sureTerm('sensors', Math.sqrt(beyondMounts(sensorVariance, mount.variance))),
    ...others,
  ];
  const own = spreadBetween(before.spread, after.spread, along);
  const pooled = spreadBetween(before.pooledSpread, after.pooledSpread, along);
  const nearer = along < 0.5 ? before : after;
  const doubt = terms(largerSpread(own, pooled));
  return {
    placed: true,
    ...standing,
    uncertainty: halfWidth(doubt) / NORMAL_95,
    doubt,
    shared: value.slope * curve.sharedLevelDb,
    heldByLimit: nearer.heldByLimit,
    spreadSource: nearer.source,
    mountSpreadUnknown: nearer.spread.mountSpreadUnknown,
  };
}
