import type { LabRun } from '@/core/runs/labRun';
import type { EntryCurve } from '@/core/curves/entryCurve';
import type { LineRule } from '@/core/ranking/rankAtLine';
import { RISE } from '@/core/responses/responses';
import { curvesOf, ruleOf, type Asked } from '@/core/roundUp/order';
import type { RankedRun, RoundUp as RankedRoundUp } from '@/core/roundUp/roundUp';
import { briefLoad, type Brief } from '@/core/brief/brief';
import type { RigRemounts } from '@/core/rig/rigRemounts';
import { withinRange } from '@/core/levels/meterRange';
import { instrumentDoubt, type InstrumentDoubt } from '@/core/rig/instrumentDoubt';
import { loadKey, loadLabel, type Load } from '@/core/runs/load';
import { listLeftOut } from '@/database/bench/leftOut';
import type { LeftOutPoint } from '@/core/plan/leftOut';
import { inTransaction, withDatabase, type Queryable } from '@/database/pool';
import { listUnreducedRuns } from '@/database/runs/runEdits';
import { getRoundUp, type RoundUp } from '@/database/roundUps/roundUps';
import { citedEntries, type CitedEntry } from './citedEntries';
import { listRuns } from '@/database/runs/runs';
import { readSheet } from '@/database/lineUp/sheets';
import { briefOf } from '../planning/briefView';
import { dayWords } from '@/core/timeWords';
import { cachedUntilWritten, memoized } from './cachedUntilWritten';
import { rigRemounts } from './rigRemounts';
import { roundUpOfLab } from './roundUpOfLab';
import { reduceStoredRun } from './reduceStoredRun';

export interface RoundUpView {
  roundUp: RoundUp;
  entries: CitedEntry[];
  runs: LabRun[];
  /** Heat loads of the method, in their order. */
  methodLoads: Load[];
  /** What the rig's instruments leave in doubt. */
  instruments: InstrumentDoubt;
  /** What the rig scattered by with other entries, by load. */
  remounts: readonly RigRemounts[];
  /** The brief, or what the round-up's columns say of one; and whether it was written. */
  brief: Brief;
  isWritten: boolean;
  /** Planned points that a bench left out, and why. */
  leftOut: readonly LeftOutPoint[];
}

export interface LoadCurves {
  load: Load;
  label: string;
  /** By which its curves are ranked, but for the line. */
  rule: Omit<LineRule, 'lineDb'>;
  curves: EntryCurve[];
}

async function readRoundUp(db: Queryable, id: number): Promise<RoundUpView | null> {
  const roundUp = await getRoundUp(db, id);
  if (!roundUp) return null;
  // No run may be missing from a list for want of a number.
  for (const runId of await listUnreducedRuns(db, id))
    await inTransaction((writing) => reduceStoredRun(writing, runId, 'keep'));
  const [entries, runs, book, brief, leftOut] = await Promise.all([
    citedEntries(db, id),
    listRuns(db, id),
    readSheet(db, 'rig-book', roundUp.rigId),
    briefOf(db, id),
    listLeftOut(db, id),
  ]);
  const { body, version } = brief!;
  const methodLoads = body.loads.map(briefLoad);
  const names = new Map(entries.map((entry) => [entry.entry, entry.product]));
  const instruments = instrumentDoubt(book?.body ?? null);
  for (const run of runs) {
    run.product = names.get(run.entry)!;
    run.level = withinRange(run.level, instruments.lowestDb);
  }
  const { rigRevisionId, noiseLineDba } = roundUp;
  const remounts = await rigRemounts(db, {
    ...{ roundUpId: id, revisionId: rigRevisionId, lineDb: noiseLineDba, instruments, room: roundUp },
  });
  return {
    roundUp,
    entries,
    runs,
    remounts,
    methodLoads,
    brief: body,
    isWritten: version > 0,
    leftOut,
    instruments,
  };
}

const kept = cachedUntilWritten(readRoundUp, 8);

/**
 * A round-up with its entries and all their runs; null where there is none with that id. The same object
 * comes again as long as nothing was written: nobody may change it.
 */
export function viewRoundUp(id: number): Promise<RoundUpView | null> {
  return withDatabase((db) => kept(db, id));
}

/** The loads of a round-up: those of its method first, in their order, then what else was measured. */
export function loadsOf({ runs, methodLoads, isWritten }: RoundUpView): Load[] {
  const loads = new Map<string, Load>();
  for (const { loadW, loadName, gpuLoadW } of runs)
    loads.set(loadKey({ loadW, loadName, gpuLoadW }), { loadW, loadName, gpuLoadW });
  for (const load of methodLoads) {
    // A bundle's method knows watts alone: what was measured at them is meant, a program or a card beside it too.
    const meant = [...loads.values()].some((other) => other.loadW === load.loadW);
    if (!meant || isWritten) loads.set(loadKey(load), loads.get(loadKey(load)) ?? load);
  }
  const rank = (load: Load) => {
    const exact = methodLoads.findIndex((methodLoad) => loadKey(methodLoad) === loadKey(load));
    const at =
      exact < 0 && !isWritten
        ? methodLoads.findIndex((methodLoad) => methodLoad.loadW === load.loadW)
        : exact;
    return at < 0 ? methodLoads.length : at;
  };
  return [...loads.values()].sort(
    (a, b) => rank(a) - rank(b) || a.loadW - b.loadW || (loadKey(a) < loadKey(b) ? -1 : 1),
  );
}

/** The curves of what is asked at each load of a round-up. */
export function loadCurves(
  view: RoundUpView,
  roundUp: RankedRoundUp,
  asked: Omit<Asked, 'load'>,
  counts: (run: RankedRun) => boolean = () => true,
): LoadCurves[] {
  return loadsOf(view).map((load) => ({
    load,
    label: loadLabel(load),
    rule: ruleOf(roundUp, { load, response: asked.response }),
    curves: curvesOf(roundUp, { ...asked, load }, roundUp.runsAt(load).filter(counts)),
  }));
}

/** The rise of the die against noise, for all entries at each load, without the runs that were set aside. */
export const riseCurves = memoized((view: RoundUpView): LoadCurves[] =>
  loadCurves(view, roundUpOfLab(view), { response: RISE, place: null, against: 'noise' }),
);

/** The loads at which a rise was measured of anybody. */
export const measuredRises = (view: RoundUpView): LoadCurves[] =>
  riseCurves(view).filter(({ curves }) => curves.some(({ points }) => points.length > 0));

/** Where and when the runs of a round-up were made, for pictures and files that leave it. */
export function sourceWords({ roundUp, runs }: RoundUpView): string {
  const { name, revision, enclosure } = roundUp.rig;
  const days = runs
    .map((run) => run.startedAt.slice(0, 10))
    .filter((day) => /^\d{4}-\d{2}-\d{2}$/.test(day))
    .sort();
  const last = days[days.length - 1];
  const to = last && dayWords(last);
  const when = !last
    ? ''
    : days[0] === last
      ? `, measured ${to}`
      : `, measured ${dayWords(days[0]!)} to ${to}`;
  return `${name}, ${enclosure === 'open' ? 'open bench' : enclosure}, revision ${revision}; ${runs.length} runs${when}`;
}
