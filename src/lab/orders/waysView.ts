import { BEYOND_ALL, curveEnds } from '@/core/curves/curveEnds';
import type { Against } from '@/core/curves/curveRule';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { rankAtLine, type Ranking } from '@/core/ranking/rankAtLine';
import type { SchoolColumn } from '@/core/ranking/schoolFlips';
import { RISE } from '@/core/responses/responses';
import { isIdle, loadKey } from '@/core/runs/load';
import { median } from '@/core/statistics/median';
import { riseCurves, type RoundUpView } from '../model/roundUpView';
import { viewResponse } from '../model/responseView';

export interface WaysView {
  loads: { key: string; label: string }[];
  load: string;
  lineDb: number;
  /** The speed and the duty at which all are compared; null where nobody noted any. */
  rpm: number | null;
  dutyPct: number | null;
  schools: SchoolColumn[];
}

/** A way to compare, and the order by it. */
export interface Way {
  key: 'noise' | 'rpm' | 'duty' | 'full' | 'quietest' | 'idle';
  /** As people call it: “at full speed”. */
  name: string;
  ranking: Ranking;
}

function columnOf({ key, name, ranking }: Way): SchoolColumn {
  return {
    ...{ key, name },
    places: Object.fromEntries(
      ranking.placed.map(({ entry, placeFrom, placeTo, value, interval95, levelDb, status }) => [
        entry,
        { placeFrom, placeTo, value, interval95, levelDb, status },
      ]),
    ),
    reasons: Object.fromEntries(ranking.notPlaced.map(({ entry, reason }) => [entry, reason])),
  };
}

/** A place on an axis that most curves reach: the median of their middles, on whole steps. */
function commonPlace(curves: readonly EntryCurve[], step: number): number | null {
  const middles = curves.flatMap(({ points }) =>
    points.length > 0 ? [0.5 * (points[0]!.at + points.at(-1)!.at)] : [],
  );
  return middles.length > 0 ? step * Math.round(median(middles) / step) : null;
}

interface WaysAsked {
  load: string;
  lineDb: number;
  rpm?: number | null;
  dutyPct?: number | null;
}

/** The orders of one load by every way that was measured; null where the round-up has no rise. */
export async function rankedWays(view: RoundUpView, asked: WaysAsked) {
  const loads = riseCurves(view);
  const chosen = loads.find(({ load }) => loadKey(load) === asked.load) ?? loads[0];
  if (!chosen) return null;
  const { load, curves } = chosen;
  const key = loadKey(load);
  const along = async (against: Against) => {
    const shown = await viewResponse(view, { response: RISE.id, against });
    if (shown.against !== against || !shown.response.throttles) return [];
    return shown.loads.find((other) => loadKey(other.load) === key)?.curves ?? [];
  };
  const bySpeed = await along('rpm');
  const byDuty = await along('duty');
  const rpm = asked.rpm ?? commonPlace(bySpeed, 50);
  const dutyPct = asked.dutyPct ?? commonPlace(byDuty, 5);
  const idle = loads.find((other) => isIdle(other.load));
  const way = (
    key: Way['key'],
    name: string,
    curves: readonly EntryCurve[],
    lineDb = BEYOND_ALL,
    { rule } = chosen,
  ): Way => ({ key, name, ranking: rankAtLine(curves, { ...rule, lineDb }) });
  const ways = [
    way('noise', `at ${asked.lineDb.toFixed(1)} dB(A)`, curves, asked.lineDb),
    ...(rpm === null ? [] : [way('rpm', `at ${rpm} rpm`, bySpeed, rpm)]),
    ...(dutyPct === null ? [] : [way('duty', `at ${dutyPct} % duty`, byDuty, dutyPct)]),
    way('full', 'at full speed', curveEnds(curves, 'last')),
    way('quietest', 'at its quietest', curveEnds(curves, 'first')),
    ...(idle && idle !== chosen
      ? [way('idle', 'idle', curveEnds(idle.curves, 'first'), BEYOND_ALL, idle)]
      : []),
  ];
  return {
    ...{ loads, chosen, rpm, dutyPct },
    ways: ways.filter(({ ranking }) => ranking.placed.length > 0),
  };
}

/** Where each entry stands by every way that was measured, at one load; null where the round-up has none. */
export async function viewWays(view: RoundUpView, asked: WaysAsked): Promise<WaysView | null> {
  const found = await rankedWays(view, asked);
  if (!found) return null;
  const { loads, chosen, rpm, dutyPct, ways } = found;
  return {
    loads: loads.map((other) => ({ key: loadKey(other.load), label: other.label })),
    load: loadKey(chosen.load),
    lineDb: asked.lineDb,
    ...{ rpm, dutyPct },
    schools: ways.map(columnOf),
  };
}
