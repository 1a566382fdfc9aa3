import { fansText } from '@/core/lineUp/entry';
import { isOfWholeCases } from '@/core/brief/questions';
import { briefLoad, isWithoutHeat, placesRead, type Brief } from '@/core/brief/brief';
import { standingIn } from '@/core/cases/labCase';
import { doneBy, type DoneRun } from '@/core/plan/doneRuns';
import { designedMountings } from '@/core/plan/mountings';
import { defaultPlanSettings, type PlanEntry } from '@/core/plan/planSettings';
import type { PlanSheet } from '@/core/plan/planSheet';
import { tooLarge } from '@/core/plan/planSize';
import { tunedSettings } from '@/core/plan/tunedSettings';
import type { LabRun } from '@/core/runs/labRun';
import { loadKey, type Load } from '@/core/runs/load';
import { groupBy } from '@/core/statistics/groupBy';
import { median } from '@/core/statistics/median';
import { readSheet, type KeptSheet } from '@/database/lineUp/sheets';
import { withDatabase } from '@/database/pool';
import { lineUpOf, type LineUpEntry } from '../lineUp/lineUpView';
import type { RoundUpView } from '../model/roundUpView';
import { briefOf } from './briefView';

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
): PlanBasis['entries'][number] {
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
export const tunedOf = ({ schools, noiseLinesDba }: Brief): string[] | null =>
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
export interface PlanBasis {
  sheet: KeptSheet<PlanSheet>;
  entries: (PlanEntry & { name: string; fans: string })[];
  /** The brief's heat loads, in their order. */
  loads: Load[];
  /** What was measured, and what the bench has left out for good. */
  done: DoneRun[];
  brief: Brief;
}

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

export async function planBasis(view: RoundUpView, today: string): Promise<PlanBasis> {
  const { id } = view.roundUp;
  const [sheet, brief, cited] = await withDatabase((db) =>
    Promise.all([readSheet(db, 'plan', id), briefOf(db, id), lineUpOf(db, id)]),
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
      ...view.leftOut,
    ],
  };
}

/** What is done and what more would take hang on no day. */
export const NO_DAY = '2000-01-01';

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
