import { judgedValue, type CurvePoint, type EntryCurve } from './entryCurve';
import { fieldAt, type SpreadSource } from './field';
import { LEVEL_LAW, restatedBySpeed, type SpeedLaw } from './shape/speedLaw';
import { halfWidth, mountTerm, scaled, sureTerm, type DoubtTerm } from '../uncertainty/doubt';
import { unrepeated } from '../uncertainty/unrepeated';

import { NORMAL_95 } from '@/core/statistics/distributions/normal';

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
  /** What intervals and comparisons stand on, term by term. */
  doubt: DoubtTerm[];
  /** Standard uncertainty that the rise shares with all of its rig through the slope, with the slope's sign, K. */
  shared: number;
  /** Standard uncertainty by the class of the power meter that restated it, shared with all of its rig, K; 0 where none did. */
  watts: number;
  /** It stood at the rig's limit there, at watts that nothing restates. */
  heldByLimit: boolean;
  spreadSource: SpreadSource;
}

/** Where a line meets a curve, and what the curve says there. */
export interface Standing {
  before: CurvePoint;
  after: CurvePoint;
  along: number;
  at: number;
  levelDb: number;
  restated: boolean;
  value: number;
  resistanceKPerW: number | null;
  toppedOut: boolean;
  missedBy: number;
  /** Settings that the curve goes through. */
  knots: number;
}

/** A value between two settings with what is in doubt of it, term by term: of its mounts, and what repeats do not show (DOUBT f to h). */
export function placedAt(curve: EntryCurve, standing: Standing, line: number): PlacedValue {
  const { before, after, along, missedBy, knots, ...kept } = standing;
  const { sweep, slope, slopeEither, spread, passes, source } = fieldAt(curve.field, line).doubts.get(
    curve.entry,
  )!;
  const between = (of: (point: CurvePoint) => number) => (1 - along) * of(before) + along * of(after);
  const most = (of: (point: CurvePoint) => number) => Math.max(of(before), of(after));
  // A level that is itself the value moves by as much as the room takes off it.
  const byLevel = curve.rule.law?.by === 'level' ? 1 : curve.rule.against === 'noise' ? slope : 0;
  const doubt = [
    mountTerm(spread, passes),
    ...unrepeated({
      against: curve.rule.against,
      ...{ slope, slopeEither, byLevel, missedBy, at: standing.at, along, levelDb: standing.levelDb },
      span: after.at - before.at,
      chord: judgedValue(after) - judgedValue(before),
      settings: knots,
      room: sweep.roomInMounts ? null : { floorDb: sweep.floorDb, scatterDb: curve.field.roomDb },
    }),
    // One meter, one correction: it moves both ends alike.
    sureTerm('correction', slope * between(({ correctionUDb }) => correctionUDb)),
    sureTerm('settling', most(({ shortfall }) => shortfall) / Math.sqrt(3)),
    sureTerm(
      'room',
      most(({ roomUncertaintyK }) => roomUncertaintyK),
    ),
    sureTerm(
      'step',
      most(({ stepU }) => stepU),
    ),
    sureTerm('readings', Math.hypot((1 - along) * before.readingsU, along * after.readingsU)),
  ].filter(({ variance }, i) => i === 0 || variance > 0);
  const nearer = along < 0.5 ? before : after;
  return {
    placed: true,
    ...kept,
    slope,
    uncertainty: halfWidth(doubt) / NORMAL_95,
    doubt,
    shared: slope * curve.sharedLevelDb,
    watts: between(({ powerU }) => powerU),
    heldByLimit: nearer.heldByLimit,
    spreadSource: source,
  };
}

/** The value of one setting as its law restates it to a speed, with the law’s own doubt (FORMATS step 13). */
export function restatedFrom(placed: PlacedValue, law: SpeedLaw, line: number): PlacedValue {
  const { value, factor, lawU } = restatedBySpeed(law, placed.value, placed.at, line);
  const doubt = [...scaled(placed.doubt, factor), sureTerm('law', lawU)];
  return {
    ...placed,
    ...{ value, doubt, restated: true, at: line, slope: 0, shared: 0, watts: placed.watts * factor },
    levelDb: restatedBySpeed(LEVEL_LAW, placed.levelDb, placed.at, line).value,
    resistanceKPerW: placed.resistanceKPerW === null ? null : (placed.resistanceKPerW * value) / placed.value,
    uncertainty: halfWidth(doubt) / NORMAL_95,
  };
}
