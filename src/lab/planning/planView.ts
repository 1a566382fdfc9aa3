import { fansText } from '@/core/lineUp/entry';
import { median } from '@/core/statistics/median';
import { doneBy, type DoneRun } from '@/core/plan/doneRuns';
import { designedMountings } from '@/core/plan/mountings';
import type { PlanSheet } from '@/core/plan/planSheet';
import { tooLarge } from '@/core/plan/planSize';
import { defaultPlanSettings, type PlanEntry } from '@/core/plan/planSettings';
import type { RigScatter } from '@/core/plan/smallestDifference';
import { loadKey, type Load } from '@/core/runs/load';
import { criticalDifference } from '@/core/uncertainty/criticalDifference';
import { tunedSettings } from '@/core/plan/tunedSettings';
import { earlyBounds, type EarlyLook } from '@/core/plan/earlyLooks';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import type { GroupedReading } from '@/core/statistics/varianceComponents';
import { acrossRigs, spreadReadings } from '../drift/spreadHistory';
import { valueAtLine } from '@/core/curves/valueAtLine';
import type { LabRun } from '@/core/runs/labRun';
import { groupBy } from '@/core/statistics/groupBy';
import { briefLoad, isWithoutHeat, placesRead, type Brief } from '@/core/brief/brief';
import { listSkipped } from '@/database/bench/bench';
import { isOfWholeCases } from '@/core/brief/questions';
import { standingIn } from '@/core/cases/labCase';
import { withDatabase } from '@/database/pool';
import { readSheet, type KeptSheet } from '@/database/lineUp/sheets';
import { briefOf } from './briefView';
import { lineUpOf, type LineUpEntry } from '../lineUp/lineUpView';
import { riseCurves, viewRoundUp, type RoundUpView } from '../model/roundUpView';
import { airScatter, learntScatter } from './planScatter';

export interface PlanView {
  sheet: KeptSheet<PlanSheet>;
  entries: (PlanEntry & { name: string; fans: string })[];
  /** The brief's heat loads, in their order. */
  loads: Load[];
  scatter: RigScatter;
  /** In what differences are told: kelvins, or of fans by their air percent of what they move. */
  unit: 'K' | '%';
  /** Nothing is heated: no warm-up, soak or cool-down. */
  isCold: boolean;
  /** Where the scatter was learnt, in words. */
  scatterFrom: string;
  /** What was measured, and what the bench has left out for good. */
  done: DoneRun[];
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

/** How long an entry's own runs ask to be soaked, min: to within 0.3 K of the end, and the window. */
function learntSoakMin(runs: readonly LabRun[], windowS: number): number | null {
  const times = runs.flatMap(({ reduction }) =>
    reduction.settled && reduction.fit.known ? [reduction.fit.value.timeToHalfKelvinS] : [],
  );
  if (times.length < 3) return null;
  return Math.max(10, Math.ceil((1.15 * median(times) + windowS) / 60));
}

function planEntry(
  entry: LineUpEntry,
  runs: readonly LabRun[],
  windowS: number,
  brief: Brief,
): PlanEntry & { name: string; fans: string } {
  const fixed = entry.product.body.connector === 'fixed';
  return {
    entry: entry.code,
    name: entry.shownName,
    fans: entry.covered ? '' : fansText(entry.entry.body),
    kind: entry.product.body.kind,
    isControl: entry.isControl,
    learntSoakMin: learntSoakMin(runs, windowS),
    places: placesRead(brief).length,
    isCold: isWithoutHeat(brief),
    ...(fixed ? { ownSettings: ['fixed'] } : {}),
  };
}

/** The settings that the brief’s school asks for; null where equal noise is read off a sweep. */
const tunedOf = ({ schools, noiseLinesDba }: Brief): string[] | null =>
  schools.reaching.choice === 'tune' ? tunedSettings(noiseLinesDba) : null;

/** A plan of defaults: passes and mounts from the brief, the settings that were run, from the day given. */
function blankPlan(brief: Brief, runs: readonly LabRun[], today: string): PlanSheet {
  const settings = defaultPlanSettings(today);
  const run = [...new Set([...runs].reverse().map((run) => run.setting))];
  const first = tunedOf(brief) ?? settings.settings;
  return {
    settings: {
      ...settings,
      passes: brief.passes,
      mounts: brief.mounts,
      settings: run.length > 0 && run.length <= 12 ? run : first,
    },
    order: [],
    droppedLoads: [],
    pilot: null,
  };
}

/** What a plan is laid from, and what is done of it. */
type PlanBasis = Pick<PlanView, 'sheet' | 'entries' | 'loads' | 'done'> & { brief: Brief };

/** Of whole cases those that stand on the round-up's rig, or have runs there. */
function onThisRig({ roundUp, runs }: RoundUpView, lineUp: readonly LineUpEntry[]): LineUpEntry[] {
  const here = new Set(
    standingIn(
      roundUp.rig.enclosure,
      lineUp.map(({ product }) => product.body.name),
    ),
  );
  return lineUp.filter(
    ({ code, product }) => here.has(product.body.name) || runs.some(({ entry }) => entry === code),
  );
}

async function planBasis(view: RoundUpView, today: string): Promise<PlanBasis> {
  const { id } = view.roundUp;
  const [sheet, brief, cited, skipped] = await withDatabase((db) =>
    Promise.all([readSheet(db, 'plan', id), briefOf(db, id), lineUpOf(db, id), listSkipped(db, id)]),
  );
  const { body } = brief!;
  const lineUp = isOfWholeCases(body.question) ? onThisRig(view, cited) : cited;
  const byEntry = groupBy(view.runs, (run) => run.entry);
  const counting = view.runs.filter((run) => run.setAside === '');
  return {
    brief: body,
    sheet: sheet ?? { version: 0, body: blankPlan(body, view.runs, today) },
    entries: lineUp.map((entry) =>
      planEntry(entry, byEntry.get(entry.code) ?? [], view.roundUp.windowS, body),
    ),
    loads: body.loads.map(briefLoad),
    done: [
      ...counting.map(({ entry, mount, setting, pass, loadW, loadName, gpuLoadW }) => ({
        ...{ entry, mount, setting, pass },
        ...{ loadW, loadName, gpuLoadW },
      })),
      ...skipped,
    ],
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

/** Progress hangs on no day. */
const NO_DAY = '2000-01-01';

/** The same of a round-up, without all that a plan's page tells beside it. */
export async function progressOf(view: RoundUpView): Promise<PlanProgress | null> {
  return planProgress(await planBasis(view, NO_DAY));
}

export interface PlanProgress {
  planned: number;
  done: number;
}

/** How much of a written plan has been measured; null where no plan was written, or none that can be laid. */
export function planProgress(view: Omit<PlanBasis, 'brief'>): PlanProgress | null {
  if (view.sheet.version === 0) return null;
  const { settings, droppedLoads } = view.sheet.body;
  const loads = view.loads.filter((load) => !droppedLoads.includes(loadKey(load)));
  if (tooLarge(settings, view.entries, loads.length)) return null;
  const isDone = doneBy(view.done);
  let planned = 0;
  let done = 0;
  for (const mounting of designedMountings(settings, view.entries, loads)) {
    planned += mounting.points.length;
    done += mounting.points.filter((point) => isDone(mounting, point)).length;
  }
  return { planned, done };
}

/** What the Plan page is given, with the day and the minute of where the server stands. */
export type PlanData = PlanView & {
  roundUpId: number;
  title: string;
  now: { day: string; minute: number };
};
