import type { Against } from '@/core/curves/curveRule';
import { entryCurves, type EntryCurve } from '@/core/curves/entryCurve';
import { valueAtLine } from '@/core/curves/valueAtLine';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { curveRule, responseOf, RISE } from '@/core/responses/responses';
import { runPoint } from '@/core/roundUp/runPoint';
import { FIRST_SPEED } from '@/core/responses/runSpeeds';
import { loadKey, type Load } from '@/core/runs/load';
import { withDatabase } from '@/database/pool';
import { listValues } from '@/database/runs/runValues';
import { viewResponse } from '../model/responseView';
import { roundUpOfLab } from '../model/roundUpOfLab';
import type { RoundUpView } from '../model/roundUpView';

/** What an entry that does not hold the load kept going at the line; null where nobody logged it. */
export interface Sustained {
  powerW: number | null;
  clockMhz: number | null;
  /** From the load on to the limit, s. */
  untilLimitS: number | null;
}

/** Where a verdict is looked at. */
interface LookedAt {
  load: Load;
  against: Against;
  lineAt: number;
}

const CLOCK = responseOf('clock')!;

/** The watts that a meter read, as a curve: more heat kept going is better, as of a clock. */
async function powerCurves(view: RoundUpView, { load, against }: LookedAt): Promise<EntryCurve[]> {
  const { id, rigRevisionId } = view.roundUp;
  const speeds = await withDatabase((db) => listValues(db, id, FIRST_SPEED.id, '', rigRevisionId));
  const roundUp = roundUpOfLab(view, { speeds: new Map(speeds.map((row) => [row.runId, row.value])) });
  const points = roundUp.runsAt(load).flatMap((run) => {
    const point = run.die?.powerSource === 'measured' ? runPoint(roundUp, run, RISE, null) : null;
    return point && run.die ? [{ ...point, value: run.die.powerMeanW }] : [];
  });
  return entryCurves(view.entries, points, undefined, curveRule(CLOCK, against));
}

/** The curves of another response at the same load and against the same axis; none where no run has it. */
async function curvesOfResponse(
  view: RoundUpView,
  response: string,
  { load, against }: LookedAt,
): Promise<readonly EntryCurve[]> {
  const shown = await viewResponse(view, { response, against });
  if (shown.response.id !== response || shown.against !== against) return [];
  return shown.loads.find((other) => loadKey(other.load) === loadKey(load))?.curves ?? [];
}

/** What the throttled of a ranking sustained, each read off its own curve at the line, as the orders of clock and time read it. */
export async function sustainedBy(
  view: RoundUpView,
  looked: LookedAt,
  placed: readonly PlacedEntry[],
): Promise<Record<string, Sustained>> {
  const throttled = placed.filter(({ status }) => status === 'throttled');
  if (throttled.length === 0) return {};
  const powers = await powerCurves(view, looked);
  const clocks = await curvesOfResponse(view, CLOCK.id, looked);
  const times = await curvesOfResponse(view, 'limit-time', looked);
  const read = (curves: readonly EntryCurve[], entry: string) => {
    const curve = curves.find((other) => other.entry === entry);
    const found = curve && valueAtLine(curve, looked.lineAt);
    return found?.placed ? found.value : null;
  };
  return Object.fromEntries(
    throttled.map(({ entry }): [string, Sustained] => [
      entry,
      { powerW: read(powers, entry), clockMhz: read(clocks, entry), untilLimitS: read(times, entry) },
    ]),
  );
}
