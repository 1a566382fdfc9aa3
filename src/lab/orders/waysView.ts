import { BEYOND_ALL, curveEnds } from '@/core/curves/curveEnds';
import type { Against } from '@/core/curves/curveRule';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { rankAtLine } from '@/core/ranking/rankAtLine';
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

function columnOf(
  curves: readonly EntryCurve[],
  rule: Parameters<typeof rankAtLine>[1],
  school: { key: string; name: string },
): SchoolColumn {
  const ranking = rankAtLine(curves, rule);
  return {
    ...school,
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

/** Where each entry stands by every school that was measured, at one load; null where the round-up has none. */
export async function viewWays(
  view: RoundUpView,
  asked: { load: string; lineDb: number; rpm: number | null; dutyPct: number | null },
): Promise<WaysView | null> {
  const loads = riseCurves(view);
  const chosen = loads.find(({ load }) => loadKey(load) === asked.load) ?? loads[0];
  if (!chosen) return null;
  const { load, curves } = chosen;
  const key = loadKey(load);
  const ruleAt = (lineDb: number, of = chosen) => ({ ...of.rule, lineDb });
  const along = async (against: Against) => {
    const shown = await viewResponse(view, { response: RISE.id, against });
    if (shown.against !== against || !shown.response.throttles) return [];
    return shown.loads.find((other) => loadKey(other.load) === key)?.curves ?? [];
  };
  const bySpeed = await along('rpm');
  const byDuty = await along('duty');
  const rpm = asked.rpm ?? commonPlace(bySpeed, 50);
  const dutyPct = asked.dutyPct ?? commonPlace(byDuty, 5);
  const schools = [
    columnOf(curves, ruleAt(asked.lineDb), { key: 'noise', name: `at ${asked.lineDb.toFixed(1)} dB(A)` }),
  ];
  if (rpm !== null) schools.push(columnOf(bySpeed, ruleAt(rpm), { key: 'rpm', name: `at ${rpm} rpm` }));
  if (dutyPct !== null)
    schools.push(columnOf(byDuty, ruleAt(dutyPct), { key: 'duty', name: `at ${dutyPct} % duty` }));
  schools.push(
    columnOf(curveEnds(curves, 'last'), ruleAt(BEYOND_ALL), { key: 'full', name: 'at full speed' }),
  );
  schools.push(
    columnOf(curveEnds(curves, 'first'), ruleAt(BEYOND_ALL), { key: 'quietest', name: 'at its quietest' }),
  );
  const idle = loads.find((other) => isIdle(other.load));
  if (idle && idle !== chosen)
    schools.push(
      columnOf(curveEnds(idle.curves, 'first'), ruleAt(BEYOND_ALL, idle), { key: 'idle', name: 'idle' }),
    );
  return {
    loads: loads.map((other) => ({ key: loadKey(other.load), label: other.label })),
    load: key,
    lineDb: asked.lineDb,
    ...{ rpm, dutyPct },
    schools: schools.filter(({ places }) => Object.keys(places).length > 0),
  };
}
