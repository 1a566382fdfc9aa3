import { clockNow } from '@/clock/clockNow';
import { MOST } from '@/core/bounds';
import { clipped } from '@/core/clipped';
import { oddReadings } from '@/core/air/oddReadings';
import { readingWords } from '@/core/air/readingWords';
import type { SpotReading } from '@/core/responses/spotReading';
import { listReadings, replaceReadings } from '@/database/runs/runReadings';
import { toSpotReadings } from './spotReadingsSchema';
import { askedAbout, oddWindow } from '@/core/runs/askedAbout';
import { LIMIT_BAND_K } from '@/core/settling/loadStretch';
import { insertChange, listChanges, type Change } from '@/database/runs/changes';
import { inTransaction, type Queryable } from '@/database/pool';
import { runColumn, type RunFields } from '@/core/runs/runColumns';
import { entryCodes, findEntry, lockRun, updateRun, type LockedRun } from '@/database/runs/runEdits';
import { getRoundUp } from '@/database/roundUps/roundUps';
import { CannotReduce, reduceStoredRun } from '../model/reduceStoredRun';
import type { RunChanges, RunEdit, RunEdits } from './runEditSchema';
import { viewRoundUp } from '../model/roundUpView';
import { WrittenBeside } from './writtenBeside';
import { spunBefore } from '../air/spunBefore';
import { extraChanges, hasTypedValue, typedExtra } from './typedExtra';

export type EditResult =
  | { saved: true; version: number }
  /** Somebody else was faster: their last change, and the version now. */
  | { saved: false; why: 'conflict'; version: number; last: Change | null }
  | { saved: false; why: 'gone' }
  /** Values that can be true and are mostly slips: nothing is saved until the reviewer has said so. */
  | { saved: false; why: 'asked'; asked: string[] }
  | { saved: false; why: 'refused'; message: string };

type NotSavedResult = Exclude<EditResult, { saved: true }>;

async function columnsOf(db: Queryable, roundUpId: number, changes: RunChanges): Promise<Partial<RunFields>> {
  const columns: { [Name in keyof RunFields]?: RunFields[Name] | undefined } = {
    setting: changes.setting?.trim(),
    mount: changes.mount,
    pass: changes.pass,
    loadW: changes.loadW,
    noiseDb: changes.noiseDb,
    floorDb: changes.floorDb,
    typedCpuC: changes.cpuC,
    typedAmbientC: changes.ambientC,
    typedPowerW: changes.powerW,
    rpm: changes.rpm,
    dutyPct: changes.dutyPct,
    note: changes.note?.trim(),
    setAside: changes.setAside?.trim(),
    asideAs: changes.setAside === undefined ? undefined : (changes.asideAs ?? ''),
  };
  if (changes.entry !== undefined) {
    const found = await findEntry(db, roundUpId, changes.entry);
    if (!found) throw new CannotReduce(`no entry "${changes.entry}" in this round-up`);
    columns.entryId = found.entryId;
  }
  if (changes.deleted !== undefined) columns.deletedAt = changes.deleted ? clockNow() : null;
  if (changes.window !== undefined) {
    columns.windowStartS = changes.window?.startS ?? null;
    columns.windowEndS = changes.window?.endS ?? null;
    columns.windowReason = changes.window?.reason.trim() ?? '';
    if (changes.window && !(changes.window.startS < changes.window.endS)) {
      throw new CannotReduce('the window must end after it starts');
    }
  }
  return Object.fromEntries(Object.entries(columns).filter(([, value]) => value !== undefined));
}

const changedOf = (columns: Partial<RunFields>) => Object.keys(columns) as (keyof RunFields)[];

function shown(value: unknown): string {
  if (value === null || value === undefined) return '';
  return value instanceof Date ? 'yes' : String(value);
}

function onlyChanged(before: LockedRun, columns: Partial<RunFields>): Partial<RunFields> {
  const changed = Object.entries(columns).filter(
    ([name, value]) => shown(before[name as keyof RunFields]) !== shown(value),
  );
  return Object.fromEntries(changed) as Partial<RunFields>;
}

/** What the work came to, or why nothing of it was saved. */
async function refusable<T extends { saved: true }>(work: () => Promise<T>): Promise<T | NotSavedResult> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof NotSaved) return error.result;
    if (error instanceof CannotReduce) return { saved: false, why: 'refused', message: error.message };
    const { code } = error as { code?: string };
    if (code === '23505') return { saved: false, why: 'refused', message: 'another run has this label now' };
    throw error;
  }
}

/** What is held against the other runs where it is written anew. */
const BESIDE_OTHERS: readonly (keyof RunFields)[] = [
  ...(['typedCpuC', 'typedAmbientC', 'noiseDb', 'rpm', 'setting', 'mount', 'entryId', 'loadW'] as const),
];

async function askedOf(
  db: Queryable,
  roundUpId: number,
  before: LockedRun,
  columns: Partial<RunFields>,
): Promise<string[]> {
  if (!changedOf(columns).some((name) => runColumn(name).edit?.asked)) return [];
  const { rig, windowS } = (await getRoundUp(db, roundUpId))!;
  const now = { ...before, ...columns };
  const limited = now.typedCpuC !== null && now.typedCpuC >= rig.limitC - LIMIT_BAND_K;
  const asked = askedAbout(
    { loadW: now.loadW, noiseDb: now.noiseDb, floorDb: now.floorDb, powerW: now.typedPowerW },
    limited,
    rig.powerAt,
  );
  const moved = 'windowStartS' in columns || 'windowEndS' in columns;
  if (moved && now.windowStartS !== null)
    asked.push(oddWindow({ startS: now.windowStartS, endS: now.windowEndS! }, windowS));
  if (now.setAside === '' && changedOf(columns).some((name) => BESIDE_OTHERS.includes(name))) {
    const entry = (await entryCodes(db, roundUpId)).get(now.entryId);
    const { typedCpuC: cpuC, typedAmbientC: ambientC, typedPowerW: powerW } = now;
    const view = await viewRoundUp(roundUpId);
    if (entry && view)
      asked.push(...new WrittenBeside(view, before.id).asked({ ...now, entry, cpuC, ambientC, powerW }));
  }
  return asked.filter(Boolean);
}

/** Ends the transaction with what is told. */
class NotSaved extends Error {
  constructor(readonly result: NotSavedResult) {
    super(result.why);
  }
}

interface Reread {
  was: SpotReading[];
  isNow: SpotReading[];
}

/** What was read of a run and what is to stand in its place; null where nothing changes. */
async function readingsChanged(db: Queryable, runId: number, changes: RunChanges): Promise<Reread | null> {
  if (!changes.readings) return null;
  const was = await listReadings(db, runId);
  const isNow = toSpotReadings(changes.readings);
  return JSON.stringify(was) === JSON.stringify(isNow) ? null : { was, isNow };
}

async function rewriteReadings(
  db: Queryable,
  runId: number,
  who: string,
  { was, isNow }: Reread,
): Promise<void> {
  await replaceReadings(db, runId, isNow);
  await insertChange(db, runId, {
    ...{ who, what: 'readings' },
    was: clipped(readingWords(was), MOST.changed),
    isNow: clipped(readingWords(isNow), MOST.changed),
  });
}

/** Fields that are compared as a whole, and not by their column. */
const WHOLE: readonly (keyof RunChanges)[] = ['readings', 'more', 'score', 'window'];

/** Whether what is to be changed is still as it was seen, whatever else somebody has changed meanwhile. */
async function isUntouched(
  db: Queryable,
  roundUpId: number,
  before: LockedRun,
  { changes, was }: RunEdit,
): Promise<boolean> {
  if (!was || WHOLE.some((name) => changes[name] !== undefined)) return false;
  const seen = await columnsOf(db, roundUpId, was);
  return changedOf(await columnsOf(db, roundUpId, changes)).every(
    (name) => name in seen && shown(seen[name]) === shown(before[name]),
  );
}

/** @throws NotSaved with what stands in the way */
async function editOne(db: Queryable, roundUpId: number, runId: number, edit: RunEdit): Promise<number> {
  const before = await lockRun(db, roundUpId, runId);
  if (!before) throw new NotSaved({ saved: false, why: 'gone' });
  if (before.version !== edit.version && !(await isUntouched(db, roundUpId, before, edit))) {
    const changes = await listChanges(db, runId);
    const last = changes[changes.length - 1] ?? null;
    throw new NotSaved({ saved: false, why: 'conflict', version: before.version, last });
  }
  const columns = onlyChanged(before, await columnsOf(db, roundUpId, edit.changes));
  const extra = typedExtra(before.extra, edit.changes);
  const typed = extraChanges(before.extra, extra);
  if (typed.length > 0) columns.extra = extra;
  const names = changedOf(columns);
  const reread = await readingsChanged(db, runId, edit.changes);
  if (names.length === 0 && !reread) return before.version;
  const now = { ...before, ...columns };
  const readings = reread?.isNow ?? (before.trace === '' ? await listReadings(db, runId) : []);
  if (
    before.trace === '' &&
    readings.length === 0 &&
    !hasTypedValue(now.extra) &&
    (now.typedCpuC === null || now.typedAmbientC === null)
  )
    throw new CannotReduce('a run without a log needs die and room temperature, or a reading at a place');
  const version = await updateRun(db, runId, columns);
  const entryNames = 'entryId' in columns ? await entryCodes(db, roundUpId) : new Map<number, string>();
  const words = (name: keyof RunFields, value: unknown) =>
    name === 'entryId' ? (entryNames.get(value as number) ?? 'another entry') : shown(value);
  for (const change of typed) await insertChange(db, runId, { who: edit.who || 'reviewer', ...change });
  for (const name of names) {
    // Its reason says how it was left out.
    if (name === 'extra' || name === 'asideAs') continue;
    const change = {
      who: edit.who || 'reviewer',
      what: runColumn(name).edit!.label,
      was: words(name, before[name]),
      isNow: words(name, columns[name]),
    };
    await insertChange(db, runId, change);
  }
  if (reread) await rewriteReadings(db, runId, edit.who || 'reviewer', reread);
  if (reread || names.some((name) => runColumn(name).edit?.renews)) await reduceStoredRun(db, runId);
  // What cannot be is refused before what may be a slip is asked about; either takes all of it back.
  const asked = edit.confirmed ? [] : await askedOf(db, roundUpId, before, columns);
  if (reread && !edit.confirmed) {
    const entry = { entryId: now.entryId, rigRevisionId: before.rigRevisionId };
    asked.push(...oddReadings(reread.isNow, now.rpm, await spunBefore(db, entry, runId)));
  }
  if (asked.length > 0) throw new NotSaved({ saved: false, why: 'asked', asked });
  return version;
}

/**
 * Changes a run by hand, all of it in one transaction with its new numbers and the entries of the change
 * log. Whoever did not see the last change is told of it, and nothing is overwritten.
 */
export async function editRun(roundUpId: number, runId: number, edit: RunEdit): Promise<EditResult> {
  return refusable(() =>
    inTransaction(async (db) => ({
      saved: true as const,
      version: await editOne(db, roundUpId, runId, edit),
    })),
  );
}

export type ManyResult =
  { saved: true; versions: number[] } | { saved: false; run: number; result: NotSavedResult };

/** Changes several runs at once: all of them, or none and the first that stood in the way. */
export async function editRuns(roundUpId: number, { who, confirmed, edits }: RunEdits): Promise<ManyResult> {
  let at = 0;
  const result = await refusable(() =>
    inTransaction(async (db) => {
      const versions: number[] = [];
      for (const edit of edits) {
        at = edit.run;
        versions.push(await editOne(db, roundUpId, edit.run, { who, confirmed, ...edit }));
      }
      return { saved: true as const, versions };
    }),
  );
  return result.saved ? result : { saved: false, run: at, result };
}
