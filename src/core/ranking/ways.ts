import { BEYOND_ALL, curveEnds } from '@/core/curves/shown/curveEnds';
import type { EntryCurve } from '../curves/entryCurve';
import { median } from '../statistics/median';
import { rankAtLine, type LineRule, type Ranking } from './rankAtLine';

/** A way to compare, and the order by it. */
export interface Way {
  key: 'noise' | 'rpm' | 'duty' | 'full' | 'quietest' | 'idle' | 'oneFan';
  /** As people call it: “at full speed”. */
  name: string;
  ranking: Pick<Ranking, 'placed' | 'notPlaced' | 'brackets'>;
}

/** Curves of a load with the rule that ranks them. */
export interface RuledCurves {
  rule: Omit<LineRule, 'lineDb'>;
  curves: readonly EntryCurve[];
}

/** What was measured of a response at one load: its curves along each axis, and idle where that was measured apart. */
export interface WayCurves extends RuledCurves {
  bySpeed: readonly EntryCurve[];
  byDuty: readonly EntryCurve[];
  idle: RuledCurves | null;
}

/** A place on an axis that most curves reach: the median of their middles, on whole steps. */
function commonPlace(curves: readonly EntryCurve[], step: number): number | null {
  const middles = curves.flatMap(({ points }) =>
    points.length > 0 ? [0.5 * (points[0]!.at + points.at(-1)!.at)] : [],
  );
  return middles.length > 0 ? step * Math.round(median(middles) / step) : null;
}

/** Where the ways along an axis stand, as far as they are chosen. */
export interface WaysAt {
  lineDb: number;
  rpm?: number | null | undefined;
  dutyPct?: number | null | undefined;
}

/**
 * The orders of one load by every way that ranks somebody: at the noise line, at one speed, at one duty, at full speed, at its quietest,
 * idle. A speed or a duty that is not chosen is one that most curves reach; null where nobody noted any.
 *
 * Example: Two coolers measured against noise alone, at 33 dB(A): their orders there, at full speed and at their quietest.
 */
export function rankWays(
  { rule, curves, bySpeed, byDuty, idle }: WayCurves,
  at: WaysAt,
): { ways: Way[]; rpm: number | null; dutyPct: number | null } {
  const rpm = at.rpm ?? commonPlace(bySpeed, 50);
  const dutyPct = at.dutyPct ?? commonPlace(byDuty, 5);
  const way = (
    key: Way['key'],
    name: string,
    curves: readonly EntryCurve[],
    lineDb = BEYOND_ALL,
    by: RuledCurves['rule'] = rule,
  ): Way => ({ key, name, ranking: rankAtLine(curves, { ...by, lineDb }) });
  const ways = [
    way('noise', `at ${at.lineDb.toFixed(1)} dB(A)`, curves, at.lineDb),
    ...(rpm === null ? [] : [way('rpm', `at ${rpm} rpm`, bySpeed, rpm)]),
    ...(dutyPct === null ? [] : [way('duty', `at ${dutyPct} % duty`, byDuty, dutyPct)]),
    way('full', 'at full speed', curveEnds(curves, 'last')),
    way('quietest', 'at its quietest', curveEnds(curves, 'first')),
    ...(idle ? [way('idle', 'idle', curveEnds(idle.curves, 'first'), BEYOND_ALL, idle.rule)] : []),
  ];
  return { ways: ways.filter(({ ranking }) => ranking.placed.length > 0), rpm, dutyPct };
}
