import type { RigScatter } from '@/core/plan/smallestDifference';
import { loadKey } from '@/core/runs/load';
import { criticalDifference } from '@/core/uncertainty/criticalDifference';
import { earlyBounds, type EarlyLook } from '@/core/plan/earlyLooks';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import type { GroupedReading } from '@/core/statistics/varianceComponents';
import { acrossRigs, spreadReadings } from '../drift/spreadHistory';
import { valueAtLine } from '@/core/curves/valueAtLine';
import { isWithoutHeat, type Brief } from '@/core/brief/brief';
import { withDatabase } from '@/database/pool';
import type { KeptSheet } from '@/database/lineUp/sheets';
import { briefOf } from './briefView';
import { riseCurves, viewRoundUp, type RoundUpView } from '../model/roundUpView';
import { planBasis, tunedOf, type PlanBasis } from './planBasis';
import { airScatter, learntScatter } from './planScatter';

export interface PlanView extends Omit<PlanBasis, 'brief'> {
  scatter: RigScatter;
  /** In what differences are told: kelvins, or of fans by their air percent of what they move. */
  unit: 'K' | '%';
  /** Nothing is heated: no warm-up, soak or cool-down. */
  isCold: boolean;
  /** Where the scatter was learnt, in words. */
  scatterFrom: string;
  deadline: string;
  /** Rises at the noise line by the load's key and entry, K: what a pilot is judged by. */
  risesK: Record<string, Record<string, number>>;
  /** What was repeated on this rig, of which its spread is told. */
  repeated: GroupedReading[];
  /** What stood here and on another rig or revision, of which their spread is told. */
  acrossRigs: GroupedReading[];
  /** What the brief’s school of reaching equal noise asks for; null where it is a sweep. */
  tuned: string[] | null;
  /** For what a plan that is fitted to its deadline takes out of it. */
  brief: KeptSheet<Brief>;
  /** Whether who is first can be told by now; null before two entries have a place. */
  look: EarlyLook | null;
}

const MOST_LOOKS = 20;

/** The first two at the round-up's line and first load, by as many mounts as both have, against the bound of that look. */
function earlyLook(view: RoundUpView, planned: number): EarlyLook | null {
  const chosen = riseCurves(view)[0];
  if (!chosen) return null;
  const { curves, rule } = chosen;
  const ranking = rankAtLine(curves, { ...rule, lineDb: view.roundUp.noiseLineDba });
  const [first, second] = ranking.placed;
  if (!first || !second) return null;
  const mountsOf = (entry: string) =>
    new Set(
      view.runs
        .filter((run) => run.entry === entry && run.setAside === '' && loadKey(run) === loadKey(chosen.load))
        .map((run) => run.mount),
    ).size;
  const look = Math.min(mountsOf(first.entry), mountsOf(second.entry));
  const looks = Math.min(MOST_LOOKS, Math.max(planned, look));
  if (look < 1) return null;
  const names = new Map(view.entries.map(({ entry, product }) => [entry, product]));
  const byK = Math.abs(second.value - first.value);
  return {
    ...{ look, looks, byK, first: names.get(first.entry)!, second: names.get(second.entry)! },
    z: byK / Math.max(1e-9, criticalDifference(first, second) / NORMAL_95),
    bound: earlyBounds(looks)[look - 1]!,
    waiting: view.entries.flatMap(({ entry, product }) => {
      const placed = ranking.placed.find((other) => other.entry === entry);
      const out = ranking.notPlaced.find((other) => other.entry === entry);
      // Who is surely behind cannot be first any more; nor can whoever was measured and has no place.
      const canBeFirst = placed
        ? placed.placeFrom === 1
        : !out || out.status === 'no-runs' || out.status === 'unsettled';
      return canBeFirst && mountsOf(entry) < look ? [product] : [];
    }),
  };
}

/** All that a plan is made from and judged by; null where there is no such round-up. */
export async function viewPlan(roundUpId: number, today: string): Promise<PlanView | null> {
  const view = await viewRoundUp(roundUpId);
  if (!view) return null;
  const { brief, ...basis } = await planBasis(view, today);
  const repeated = await spreadReadings(view);
  const isCold = isWithoutHeat(view.brief);
  const { scatter, from } = isCold ? await airScatter(view) : learntScatter(view);
  const risesK: PlanView['risesK'] = {};
  for (const { load, curves } of riseCurves(view)) {
    for (const curve of curves) {
      const at = valueAtLine(curve, view.roundUp.noiseLineDba);
      if (at.placed) (risesK[loadKey(load)] ??= {})[curve.entry] = at.value;
    }
  }
  const { sheet } = basis;
  const isWritten = sheet.version > 0;
  return {
    ...basis,
    scatter,
    unit: isCold ? '%' : 'K',
    isCold,
    scatterFrom: from,
    deadline: brief.deadline,
    tuned: tunedOf(brief),
    brief: (await withDatabase((db) => briefOf(db, roundUpId)))!,
    risesK,
    repeated,
    acrossRigs: await acrossRigs(view),
    look: earlyLook(view, (isWritten ? sheet.body.settings.mounts : brief.mounts) || 1),
  };
}

/** What the Plan page is given, with the day and the minute of where the server stands. */
export type PlanData = PlanView & {
  roundUpId: number;
  title: string;
  now: { day: string; minute: number };
};
