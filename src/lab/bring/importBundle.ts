import { clockNow } from '@/clock/clockNow';
import { cleanPhoto } from '../publish/photos';
import { bringVersions } from '../publish/versionsAlong';
import { Refused } from '../refusal';
import { sameRun } from '@/core/runs/runIdentity';
import { noProgress, type Tell } from '@/core/progress';
import { insertChange } from '@/database/runs/changes';
import { deleteUpload } from '@/database/uploads';
import { insertEntry } from '@/database/lab/labEntries';
import { countAnew } from '@/database/lab/countAnew';
import { inTransaction, withDatabase, type Queryable } from '@/database/pool';
import {
  citeEntry,
  insertRoundUp,
  keepFile,
  listCitedEntries,
  nextPosition,
  oneImportAtATime,
} from '@/database/roundUps/roundUps';
import { readBundle, type Bundle } from '@/formats/bundle/readBundle';
import { isVersionFile } from '@/formats/bundle/versionFiles';
import { UnusableInput, type Problem } from '@/formats/problem';
import { codeOf } from '../lineUp/codeOf';
import { importPlanning, importRig } from './importPlanning';
import { recogniseBundle, type BundleInLab } from './recogniseBundle';
import { NoNumber, reduceAll } from '../model/reduceAll';
import { hearBundle, type HeardBundle } from '../sound/bundleClips';
import { importClips } from '../sound/importClips';
import { writeNewRuns, type FreshRun } from '../runs/writeNewRuns';

/** `runs` are those that were written, `there` those that the lab had already. */
export interface Imported {
  imported: true;
  roundUpId: number;
  title: string;
  entries: number;
  runs: number;
  there: number;
}

export type ImportResult = Imported | { imported: false; problems: Problem[] };

/** How what comes in is taken, where a person was asked. */
export interface ImportChoices {
  /** By the entry's id in the bundle: the lab's entry that it is, or null for another of the lab's own. */
  meant?: Readonly<Record<string, number | null>>;
  /** Entries that nothing is said of are new, whatever the lab has: nobody is asked. */
  othersNew?: boolean;
  /** As a round-up of its own, where the lab has it already. */
  asAnother?: boolean;
}

/** The lab's entry for each of the bundle's, null for a new one. Throws what a person is to be asked. */
function settleEntries(
  bundle: Bundle,
  inLab: BundleInLab,
  { meant = {}, othersNew }: ImportChoices,
): Map<string, number | null> {
  const settled = new Map<string, number | null>();
  const refuse = (entry: string, message: string): never => {
    throw new UnusableInput({ file: 'entries.csv', column: 'entry', message: `"${entry}": ${message}` });
  };
  for (const { entry, product } of bundle.entries) {
    const { sureId, candidateIds } = inLab.entries.get(entry)!;
    const said = Object.hasOwn(meant, entry) ? meant[entry]! : othersNew ? null : undefined;
    if (said === undefined && sureId === null && candidateIds.length > 0)
      refuse(entry, `the lab has “${product}” with these fans already: is it the same one, or another?`);
    const entryId = said === undefined ? sureId : said;
    if (entryId !== null && !candidateIds.includes(entryId))
      refuse(entry, 'the entry of the lab that it was taken for is not there any more: look again');
    if (entryId !== null && [...settled.values()].includes(entryId))
      refuse(entry, 'it was taken for the same entry of the lab as another of this bundle');
    settled.set(entry, entryId);
  }
  return settled;
}

/** The day from which on what the bundle measured is its own: as it says, else its first run, else now. */
function beginning(bundle: Bundle, now: Date): Date {
  const { beganAt } = bundle.dataPackage;
  if (beganAt) return beganAt;
  const times = bundle.runs.map(({ run }) => Date.parse(run.startedAt)).filter((ms) => !Number.isNaN(ms));
  return times.length > 0 ? new Date(times.reduce((first, ms) => Math.min(first, ms))) : now;
}

/** A label that no run of the entry has, at this revision. */
function freeLabel(label: string, taken: Set<string>): string {
  let free = label;
  for (let i = 2; taken.has(free); i += 1) free = `${label}-${i}`;
  taken.add(free);
  return free;
}

/** Cites the bundle's entries in the round-up, adding those that are new to the lab; their ids by the bundle's. */
async function citeAll(
  db: Queryable,
  roundUpId: number,
  bundle: Bundle,
  settled: ReadonlyMap<string, number | null>,
): Promise<Map<string, number>> {
  const cited = await listCitedEntries(db, roundUpId);
  const codes = new Set(cited.map((row) => row.entry));
  const isCited = new Set(cited.map((row) => row.entryId));
  const ids = new Map<string, number>();
  let position = await nextPosition(db, roundUpId);
  for (const entry of bundle.entries) {
    const entryId = settled.get(entry.entry) ?? (await insertEntry(db, entry));
    ids.set(entry.entry, entryId);
    if (isCited.has(entryId)) continue;
    const code = codes.has(entry.entry) ? codeOf(entry.entry, codes) : entry.entry;
    codes.add(code);
    await citeEntry(db, { roundUpId, entryId, code, position, isControl: entry.isControl });
    position += 1;
  }
  return ids;
}

/** The runs that the lab does not have yet, each with its entry and a label that is free there. */
function freshRuns(
  runs: Bundle['runs'],
  to: {
    inLab: BundleInLab;
    settled: ReadonlyMap<string, number | null>;
    entryIds: ReadonlyMap<string, number>;
    rigRevisionId: number;
  },
): FreshRun[] {
  const { inLab, settled, entryIds, rigRevisionId } = to;
  const labels = new Map<number, Set<string>>();
  return runs.flatMap((item) => {
    const { run } = item;
    const entryId = entryIds.get(run.entry)!;
    const known = settled.get(run.entry) === null ? [] : inLab.lab.get(entryId)!.runs;
    const identity = inLab.identities.get(run.run)!;
    if (known.some((other) => sameRun(identity, other))) return [];
    const atRevision = known.filter((other) => other.rigRevisionId === rigRevisionId && !other.deleted);
    if (!labels.has(entryId)) labels.set(entryId, new Set(atRevision.map((other) => other.label)));
    const label = freeLabel(run.run, labels.get(entryId)!);
    return [{ item, entryId, rigRevisionId, label, traceDigest: identity.traceDigest }];
  });
}

/** A photograph that came along, without what its camera wrote into it. */
async function photoOf(path: string, bytes: Uint8Array): Promise<Uint8Array> {
  try {
    return (await cleanPhoto(bytes)).bytes;
  } catch (error) {
    if (error instanceof Refused) throw new UnusableInput({ file: path, message: error.message });
    throw error;
  }
}

async function write(
  bundle: Bundle,
  heard: HeardBundle,
  tell: Tell,
  { uploadId, ...choices }: ImportOptions,
  now: Date,
): Promise<Imported> {
  const { rig, method, name, title, planning, source, packageId } = bundle.dataPackage;
  return inTransaction(async (db) => {
    await oneImportAtATime(db);
    if (uploadId && !(await deleteUpload(db, uploadId)))
      throw new UnusableInput({ file: 'upload', message: BROUGHT });
    tell('Looking what the lab has', 0);
    const inLab = await recogniseBundle(db, bundle);
    const settled = settleEntries(bundle, inLab, choices);
    const rigRevisionId = await importRig(db, rig, planning);
    const roundUpId =
      inLab.twin && !choices.asAnother
        ? inLab.twin.id
        : await insertRoundUp(db, {
            ...{ name, title, rigRevisionId, ...method, source, beganAt: beginning(bundle, now) },
            packageId: inLab.twin ? null : packageId,
          });
    const entryIds = await citeAll(db, roundUpId, bundle, settled);
    await importPlanning(db, roundUpId, entryIds, planning);
    const fresh = freshRuns(bundle.runs, { inLab, settled, entryIds, rigRevisionId });
    const rule = { limitC: rig.limitC, powerAt: rig.powerAt, windowS: method.windowS };
    const runIds = await writeNewRuns(db, fresh, rule, (share) => tell('Writing the runs', share));
    for (const { run, ...change } of bundle.changes)
      if (runIds.has(run)) await insertChange(db, runIds.get(run)!, change);
    await importClips(db, heard, bundle, { rigRevisionId, entryIds, runIds });
    await bringVersions(db, roundUpId, bundle.others);
    for (const { path, bytes } of bundle.others.filter(({ path }) => !isVersionFile(path)))
      await keepFile(db, roundUpId, path, path.startsWith('photos/') ? await photoOf(path, bytes) : bytes);
    const counts = {
      entries: bundle.entries.length,
      runs: runIds.size,
      there: bundle.runs.length - runIds.size,
    };
    return { imported: true, roundUpId, title, ...counts };
  });
}

/** So many at once are another lab to the planner of queries. */
const MANY_RUNS = 300;

/** Said to the later of two imports of one upload. */
export const BROUGHT = 'was imported already, or is not there any more';

interface ImportOptions extends ImportChoices {
  uploadId?: string;
}

/**
 * Imports a bench bundle: all of it in one transaction, or nothing and the whole list of what is wrong. What the lab has
 * already is cited and stays as it is; where it may have an entry, it asks. The upload goes in the same transaction, so
 * that it can never come in twice.
 * @throws DatabaseAway where PostgreSQL does not answer
 */
export async function importBundle(
  files: ReadonlyMap<string, Uint8Array>,
  options: ImportOptions = {},
  tell: Tell = noProgress,
  now = clockNow(),
): Promise<ImportResult> {
  let bundle: Bundle | null = null;
  try {
    bundle = readBundle(files, tell);
    if (bundle.problems.length > 0) return { imported: false, problems: bundle.problems };
    if (bundle.entries.length === 0) {
      const message = 'no entries: a round-up compares at least one';
      return { imported: false, problems: [{ file: 'entries.csv', message }] };
    }
    const heard = await hearBundle(bundle, tell);
    if (heard.problems.length > 0) return { imported: false, problems: heard.problems };
    const written = await write(bundle, heard, tell, options, now);
    // What is imported stands, whether it could be counted or not.
    if (written.runs >= MANY_RUNS) await withDatabase(countAnew).catch(() => undefined);
    return written;
  } catch (error) {
    if (error instanceof UnusableInput) return { imported: false, problems: [error.problem] };
    // Nothing was kept: now every run without a number is named, not only the first.
    if (error instanceof NoNumber && bundle) return { imported: false, problems: reduceAll(bundle).problems };
    throw error;
  }
}
