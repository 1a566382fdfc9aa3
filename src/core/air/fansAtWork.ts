import { LEVEL_LAW } from '@/core/curves/shape/speedLaw';
import { simultaneousQuantile } from '../uncertainty/simultaneous95';
import { interval95 } from '../uncertainty/interval95';
import { tiesOf, type Bracket } from '../ranking/ties';
import { atSpeed, type FanCurve } from './fanCurve';
import { levelAtSpeed, speedAtLevel, type FanSetting } from './speedAtLevel';
import type { SystemCurve } from './systemCurve';
import { ASSUMED_FAN_DOUBT, workingPoint, type FanDoubt, type WorkingPoint } from './workingPoint';

/** What was measured of a fan: its settings, and its curve at one or more speeds. */
export interface MeasuredFan {
  entry: string;
  settings: FanSetting[];
  curves: FanCurve[];
  /** Standard uncertainty of a level of its settings, dB; 0.3 where nothing was repeated. */
  levelUDb?: number | undefined;
  /** Of its readings of pressure and flow; what is assumed where nothing was repeated. */
  readingDoubt?: Pick<FanDoubt, 'pressureShare' | 'flowShare'>;
}

/** A level where nothing was repeated, dB (DOUBT, constants). */
const ASSUMED_LEVEL_DB = 0.3;
/** What the laws of carriage leave in doubt of the exponents, for each e-fold of the speed. */
const CARRIAGE_SHARE = 0.05;

/** What is in doubt of a fan's speed at work: of the speed itself, of the level that asks for it, and of the laws that carry its curve there. */
function speedShare({ levelUDb = ASSUMED_LEVEL_DB }: MeasuredFan, at: WorkAt, carried: number): number {
  const byLevel = at.by === 'noise' ? (levelUDb * Math.LN10) / LEVEL_LAW.dbPerDecade : 0;
  return Math.hypot(ASSUMED_FAN_DOUBT.speedShare, byLevel, CARRIAGE_SHARE * Math.abs(Math.log(carried)));
}

/** Where fans are compared: no louder than a level, all at one speed, or each at its fastest. */
export type WorkAt = { by: 'noise'; levelDb: number } | { by: 'rpm'; rpm: number } | { by: 'full' };

export interface FanAtWork {
  entry: string;
  place: number;
  placeFrom: number;
  placeTo: number;
  rpm: number;
  /** Null where nothing tells how loud it is at that speed. */
  levelDb: number | null;
  topsOut: boolean;
  /** Speed of the curve that was measured, and whether the fan laws carry it far. */
  measuredRpm: number;
  farOff: boolean;
  curve: FanCurve;
  point: WorkingPoint;
}

export interface WorkRanking {
  placed: FanAtWork[];
  notPlaced: { entry: string; reason: string }[];
  brackets: Bracket[];
}

type Found = Omit<FanAtWork, 'place' | 'placeFrom' | 'placeTo'> & { doubt: FanDoubt };

function speedOf({ settings }: MeasuredFan, at: WorkAt): { rpm: number; topsOut: boolean } | string {
  if (at.by === 'rpm') return { rpm: at.rpm, topsOut: false };
  if (at.by === 'full') {
    const rpm = Math.max(...settings.map((setting) => setting.rpm));
    return Number.isFinite(rpm) ? { rpm, topsOut: false } : 'no setting with a speed';
  }
  const found = speedAtLevel(settings, at.levelDb);
  return found.known ? found.value : found.reason;
}

function workOf(fan: MeasuredFan, system: SystemCurve, at: WorkAt): Found | string {
  if (fan.curves.length === 0) return 'no pairs of flow and pressure at three openings';
  const speed = speedOf(fan, at);
  if (typeof speed === 'string') return speed;
  const fastest = Math.max(...fan.settings.map((setting) => setting.rpm));
  if (at.by === 'rpm' && speed.rpm > fastest * 1.005)
    return `its fastest setting is ${Math.round(fastest)} rpm`;
  // The laws are carried as little as can be.
  const off = (curve: FanCurve) => Math.abs(Math.log(curve.rpm / speed.rpm));
  const nearest = fan.curves.reduce((best, curve) => (off(curve) < off(best) ? curve : best));
  const { farOff, ...curve } = atSpeed(nearest, speed.rpm);
  const doubt = {
    ...ASSUMED_FAN_DOUBT,
    ...fan.readingDoubt,
    speedShare: speedShare(fan, at, speed.rpm / nearest.rpm),
  };
  const point = workingPoint(curve, system, doubt);
  if (!point.known) return point.reason;
  return {
    entry: fan.entry,
    ...speed,
    levelDb: levelAtSpeed(fan.settings, speed.rpm),
    measuredRpm: nearest.rpm,
    farOff,
    curve,
    point: point.value,
    doubt,
  };
}

/**
 * Which fan suits a resistance: each at its speed, by the flow at which it crosses it, most first. Ties by simultaneous
 * 95 % comparison as in FORMATS step 9 (Tukey–Kramer); what is in doubt of the resistance is the same for all and tells
 * none from another, so it counts in the interval of each and not between them.
 *
 * Example: Of two fans at 33 dB(A) through a filter, the one that crosses its curve at 61 m³/h stands before the one
 * at 54.
 */
export function fansAtWork(fans: readonly MeasuredFan[], system: SystemCurve, at: WorkAt): WorkRanking {
  const found: Found[] = [];
  const notPlaced: WorkRanking['notPlaced'] = [];
  const alone: number[] = [];
  for (const fan of fans) {
    const work = workOf(fan, system, at);
    if (typeof work === 'string') notPlaced.push({ entry: fan.entry, reason: work });
    else found.push(work);
  }
  found.sort((a, b) => b.point.flowM3PerH - a.point.flowM3PerH || (a.entry < b.entry ? -1 : 1));
  const sure = interval95(1, Infinity);
  const certain = { ...system, doubtShare: 0 };
  for (const { curve, doubt } of found) {
    const own = workingPoint(curve, certain, doubt);
    alone.push(own.known ? own.value.flow95 / sure : 0);
  }
  const factor = simultaneousQuantile(found.length);
  const { placeFrom, placeTo, brackets } = tiesOf(
    found.length,
    (i, j) => found[i]!.point.flowM3PerH - found[j]!.point.flowM3PerH,
    (i, j) => factor * Math.hypot(alone[i]!, alone[j]!),
  );
  const placed = found.map(({ doubt: _, ...work }, i) => ({
    ...work,
    place: i + 1,
    placeFrom: placeFrom[i]!,
    placeTo: placeTo[i]!,
  }));
  return { placed, notPlaced, brackets };
}
