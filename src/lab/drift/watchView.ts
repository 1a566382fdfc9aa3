import { controlChart, type ChartedPoint } from '@/core/drift/controlChart';
import { controlsToCatch } from '@/core/drift/controlsToCatch';
import { driftLine, type DriftLine } from '@/core/drift/driftLine';
import { runsInDoubt, type DoubtNotice } from '@/core/drift/inDoubt';
import { calibratorReadings, meterOff, type MeterOff } from '@/core/drift/meterOff';
import { retests, retestSpread, type Retest } from '@/core/drift/retests';
import { runTimeMs } from '@/core/drift/runTime';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { correctedLevel } from '@/core/levels/levelCorrection';
import type { Outcome } from '@/core/outcome';
import { responseOf, RESPONSES, RISE, type Response } from '@/core/responses/responses';
import { groupBy } from '@/core/statistics/groupBy';
import type { Variance } from '@/core/statistics/variance';
import { correctionOf } from '@/core/runs/runColumns';
import { withDatabase, type Queryable } from '@/database/pool';
import {
  countUndatedControls,
  listCourseLevels,
  listCourseRuns,
  listRigRuns,
  type CourseRunRow,
  type RigRun,
} from '@/database/runs/controlRuns';
import { listRevisions } from '@/database/lineUp/rigs';
import { readSheet } from '@/database/lineUp/sheets';
import { memoized } from '../model/cachedUntilWritten';
import type { RoundUpView } from '../model/roundUpView';
import { CONTROL_LIMITS, type ControlLimit } from '@/core/drift/controlLimits';
import { instrumentCourses, type InstrumentCourse } from './instrumentCourses';

/** A re-test with where it stands on the chart. */
export type ChartedRetest = ChartedPoint & Pick<Retest, 'revision' | 'mount' | 'uncertainty' | 'runs'>;

export interface ControlCourse {
  entryId: number;
  product: string;
  points: ChartedRetest[];
  drift: Outcome<DriftLine>;
}

export interface WatchView {
  rigId: number;
  rig: string;
  response: Response;
  responses: Response[];
  revisions: { revision: number; startedMs: number; reason: string }[];
  courses: ControlCourse[];
  doubt: DoubtNotice | null;
  /** A step of so many standard deviations, and after how many controls it is caught; with what that is in runs. */
  catches: { shift: number; controls: number | null; runs: number | null }[];
  sd: number | null;
  instruments: InstrumentCourse[];
  /** What the meter read while it was off. */
  meter: MeterOff;
  /** Runs of controls without a time, which no chart can hold. */
  undated: number;
}

const SHIFTS_SD = [0.5, 1, 1.5, 2, 3];
const isHeld = (run: RigRun) => run.asideAs === 'held';

/** Charts restart with each revision of the rig: what changes the numbers changes the reference, too. */
function chartOf(tests: readonly Retest[], prior: Variance | null): ChartedRetest[] {
  return [...groupBy(tests, ({ revision }) => revision).values()].flatMap((own) =>
    controlChart(own, prior).map((point, i) => ({
      ...{ ...point, revision: own[i]!.revision, mount: own[i]!.mount },
      ...{ uncertainty: own[i]!.uncertainty, runs: own[i]!.runs },
    })),
  );
}

/** The longest stretch without a break, at the newest revision: what drifts does so between breaks. */
function unbroken(points: readonly ChartedRetest[]): ChartedRetest[] {
  const newest = points.at(-1)?.revision;
  let best: ChartedRetest[] = [];
  let own: ChartedRetest[] = [];
  for (const point of points) {
    if (point.revision !== newest) continue;
    own = point.broken.length > 0 ? [] : [...own, point];
    if (own.length > best.length) best = own;
  }
  return best;
}

function doubtOf(courses: readonly ControlCourse[], runs: readonly RigRun[]): DoubtNotice | null {
  const newest = Math.max(...courses.flatMap(({ points }) => points.map(({ revision }) => revision)));
  const points = courses
    .flatMap(({ product, points: own }) => own.map((point) => ({ ...point, product })))
    .filter(({ revision }) => revision === newest)
    .sort((a, b) => a.atMs - b.atMs);
  const doubt = runsInDoubt(
    points,
    runs.map((run) => ({ ...run, atMs: runTimeMs(run.startedAt) })),
  );
  if (!doubt) return null;
  const { broke, lastGood, goodAgain } = doubt;
  // A re-test is one, however long its settings took.
  const own = new Set(lastGood?.runs);
  const inDoubt = doubt.runs.filter(({ id }) => !own.has(id));
  const brief = ({ id, version }: RigRun) => ({ id, version });
  return {
    product: broke.product,
    brokeMs: broke.atMs,
    lastGoodMs: lastGood?.atMs ?? null,
    goodAgainMs: goodAgain?.atMs ?? null,
    counting: inDoubt.filter(({ setAside }) => setAside === '').map(brief),
    held: inDoubt.filter(isHeld).map(brief),
  };
}

/** Levels of the coolers alone, where they stood clear of the room: a meter that is off shows in them, too. */
async function courseLevels(db: Queryable, rigId: number): Promise<CourseRunRow[]> {
  const rows = await listCourseLevels(db, rigId);
  return rows.flatMap(({ noiseDb, floorDb, ...run }) => {
    const level = coolerLevel(noiseDb, floorDb);
    const correction = correctionOf(run);
    return level.standing === 'at-floor'
      ? []
      : [{ ...run, value: correctedLevel(level, correction).levelDb }];
  });
}

/** All of it but what a page alone wants, and which is simulated. */
type Watched = Omit<WatchView, 'catches'> & { longest: number; priorFreedom: number; runsEach: number };

async function watched(view: RoundUpView, wanted: string): Promise<Watched> {
  const { rigId, rig, windowS } = view.roundUp;
  const response = responseOf(wanted) ?? RISE;
  const [runs, all, revisions, book, undated] = await withDatabase((db) =>
    Promise.all([
      response.keptWith === 'run'
        ? courseLevels(db, rigId)
        : listCourseRuns(db, { rigId, response: response.id, windowS }),
      listRigRuns(db, rigId, windowS),
      listRevisions(db, rigId),
      readSheet(db, 'rig-book', rigId),
      countUndatedControls(db, rigId),
    ]),
  );
  const tested = [...groupBy(runs, ({ entryId }) => entryId)].map(([entryId, own]) => ({
    ...{ entryId, product: own[0]!.product, isControl: own[0]!.isControl },
    tests: retests(
      own.flatMap(({ id, revision, mount, loadKey, setting, startedAt, value }) => {
        const atMs = runTimeMs(startedAt);
        const point = `${revision} ${loadKey} ${setting}`;
        return Number.isNaN(atMs) ? [] : [{ id, revision, mount, atMs, value, point }];
      }),
    ),
  }));
  // What is known of a mount's spread before a control has told: from all that was mounted twice.
  const prior = retestSpread(tested.filter(({ isControl }) => !isControl).map(({ tests }) => tests));
  const courses = tested
    .filter(({ isControl }) => isControl)
    .map(({ entryId, product, tests }) => {
      const points = chartOf(tests, prior);
      return { entryId, product, points, drift: driftLine(unbroken(points)) };
    });
  const sds = courses.flatMap(({ points }) => points.findLast(({ sd }) => sd !== null)?.sd ?? []);
  const controls = courses.reduce((sum, { points }) => sum + points.length, 0);
  const longest = Math.max(0, ...courses.map(({ points }) => points.length));
  const each = controls > 0 ? all.length / controls : 0;
  return {
    ...{ rigId, rig: rig.name, response, courses },
    responses: RESPONSES.filter(({ followed }) => followed),
    revisions: revisions.map(({ revision, startedAt, reason }) => ({
      ...{ revision, reason, startedMs: startedAt.getTime() },
    })),
    doubt: response.throttles ? doubtOf(courses, all) : null,
    sd: sds.length > 0 ? Math.max(...sds) : null,
    ...{ longest, priorFreedom: prior?.freedom ?? 0, runsEach: each },
    instruments: instrumentCourses(all, book?.body ?? null),
    meter: meterOff(
      calibratorReadings(book?.body.checks ?? []),
      all.map((run) => ({
        ...{ id: run.id, version: run.version, atMs: runTimeMs(run.startedAt) },
        state: run.setAside === '' ? 'counting' : isHeld(run) ? 'held' : 'aside',
        correction: correctionOf(run),
      })),
    ),
    undated,
  };
}

const keptOf = memoized((_: RoundUpView) => new Map<string, Promise<Watched>>());

/** Remembered for as long as nothing is written. */
function watchedOnce(view: RoundUpView, response: string): Promise<Watched> {
  const kept = keptOf(view);
  const found = kept.get(response);
  if (found) return found;
  const made = watched(view, response);
  kept.set(response, made);
  made.catch(() => kept.delete(response));
  return made;
}

const SAYS = new Map(CONTROL_LIMITS.map(({ id, says }) => [id, says]));
const brokenWords = (broken: readonly ControlLimit[]) => broken.map((rule) => SAYS.get(rule)!).join('; ');

/** The same as its page shows it: which rules a point breaks is said in words. */
export async function watchPage(view: RoundUpView, wanted: string | undefined) {
  const { response, responses, courses, instruments, ...rest } = await viewWatch(view, wanted);
  const { id, name, unit, decimals } = response;
  return {
    ...rest,
    roundUpId: view.roundUp.id,
    response: { id, name, unit, decimals },
    responses: responses.map((other) => ({ id: other.id, name: other.name })),
    courses: courses.map((course) => ({
      ...course,
      points: course.points.map((point) => ({ ...point, says: brokenWords(point.broken) })),
    })),
    instruments: instruments.map((course) => ({
      ...course,
      points: course.points.map((point) => ({
        ...{ ...point, revision: 0, mount: 0, uncertainty: null, runs: [] as number[] },
        says: brokenWords(point.broken),
      })),
    })),
  };
}

export type WatchData = Awaited<ReturnType<typeof watchPage>>;
export type WatchPoint = WatchData['courses' | 'instruments'][number]['points'][number];

/** A rig over the months, by its controls and its instruments. */
export async function viewWatch(view: RoundUpView, response: string = RISE.id): Promise<WatchView> {
  const { longest, priorFreedom, runsEach, ...watch } = await watchedOnce(view, response);
  const catches = SHIFTS_SD.map((shift) => {
    const needed = controlsToCatch(shift, Math.max(2, longest), priorFreedom);
    return { shift, controls: needed, runs: needed === null ? null : Math.round(needed * runsEach) };
  });
  return { ...watch, catches };
}

/** What the head of every page tells of a rig. */
export interface RigTrouble {
  /** What a broken control puts in doubt; null where nothing is, or all of it is held. */
  doubt: DoubtNotice | null;
  /** Runs that count, although they were read by a meter that was off, or may have been. */
  meterRuns: number;
}

/** What is to be told of a rig; null where nothing is. */
export async function rigTrouble(view: RoundUpView): Promise<RigTrouble | null> {
  const { doubt, meter } = await watchedOnce(view, RISE.id);
  const isTold =
    doubt && (doubt.counting.length > 0 || (doubt.held.length > 0 && doubt.goodAgainMs !== null));
  if (!isTold && meter.counting === 0) return null;
  return { doubt: isTold ? doubt : null, meterRuns: meter.counting };
}
