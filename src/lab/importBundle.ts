import { isMissing } from '@/core/missing';
import { noResult } from '@/core/reduction/noResult';
import type { Reduction } from '@/core/reduction/reduceTrace';
import { untold, type Tell } from '@/core/progress';
import { insertChange } from '@/database/changes';
import { deleteUpload } from '@/database/uploads';
import { insertEntry } from '@/database/labEntries';
import { inTransaction } from '@/database/pool';
import { citeEntry, insertRoundUp, keepFile } from '@/database/roundUps';
import { insertRun, saveReduction } from '@/database/runs';
import { writeReadings } from '@/database/runValues';
import { insertTrace } from '@/database/traces';
import { readBundle, type Bundle } from '@/formats/bundle/readBundle';
import { ProblemList, UnusableInput, type Problem } from '@/formats/problem';
import { importPlanning, importRig } from './importPlanning';
import { hasDie, noNumber, reduceBundleRun } from './reduceBundleRun';
import { bundleMeasured, saveBundleValues } from './runValues';

export type ImportResult =
  | { imported: true; roundUpId: number; title: string; entries: number; runs: number }
  | { imported: false; problems: Problem[] };

interface ReducedRun {
  item: Bundle['runs'][number];
  reduction: Reduction;
}

export function reduceAll(
  bundle: Bundle,
  tell: Tell = untold,
): { reduced: ReducedRun[]; problems: Problem[] } {
  const { rig, method } = bundle.dataPackage;
  const reduced: ReducedRun[] = [];
  const problems = new ProblemList();
  for (const [i, item] of bundle.runs.entries()) {
    tell('Reducing the runs', i / bundle.runs.length);
    const result = reduceBundleRun(item.run, item.trace, { limitC: rig.limitC, windowS: method.windowS });
    if (result.known) reduced.push({ item, reduction: result.value });
    // What was set aside need not have come to a number, nor a run of other readings to a die's.
    else if (item.run.setAside || !hasDie(item)) reduced.push({ item, reduction: noResult(result.reason) });
    else problems.push(noNumber(item.run, result.reason));
  }
  return { reduced, problems: problems.list() };
}

async function write(
  bundle: Bundle,
  reduced: readonly ReducedRun[],
  tell: Tell,
  uploadId?: string,
): Promise<number> {
  const { rig, method, name, title, planning, source } = bundle.dataPackage;
  return inTransaction(async (db) => {
    if (uploadId && !(await deleteUpload(db, uploadId)))
      throw new UnusableInput({ file: 'upload', message: BROUGHT });
    const rigRevisionId = await importRig(db, rig, planning);
    const roundUpId = await insertRoundUp(db, { name, title, rigRevisionId, ...method, source });
    const entryIds = new Map<string, number>();
    for (const [position, entry] of bundle.entries.entries()) {
      const entryId = await insertEntry(db, entry);
      entryIds.set(entry.entry, entryId);
      await citeEntry(db, { roundUpId, entryId, code: entry.entry, position, isControl: entry.isControl });
    }
    await importPlanning(db, roundUpId, entryIds, planning);
    const runIds = new Map<string, number>();
    for (const [i, { item, reduction }] of reduced.entries()) {
      tell('Writing the runs', i / reduced.length);
      const { run, trace } = item;
      const entryId = entryIds.get(run.entry)!;
      const runId = await insertRun(db, { ...run, label: run.run, entryId, rigRevisionId });
      runIds.set(run.run, runId);
      if (trace) await insertTrace(db, runId, trace.channels);
      await saveReduction(db, runId, method.windowS, reduction);
      await writeReadings(db, runId, item.readings);
      const die = isMissing(reduction.riseK) ? null : reduction;
      const rule = { loadW: run.loadW, limitC: rig.limitC, windowS: method.windowS };
      await saveBundleValues(db, runId, bundleMeasured(item, die, rule));
    }
    for (const { run, ...change } of bundle.changes) await insertChange(db, runIds.get(run)!, change);
    for (const { path, bytes } of bundle.others) await keepFile(db, roundUpId, path, bytes);
    return roundUpId;
  });
}

/** Said to the later of two imports of one upload. */
export const BROUGHT = 'was brought in already, or is not there any more';

/**
 * Imports a bench bundle: all of it in one transaction, or nothing and the whole list of what is wrong. The
 * upload it came with goes in the same transaction, so that it can never come in twice.
 * @throws DatabaseAway where PostgreSQL does not answer
 */
export async function importBundle(
  files: ReadonlyMap<string, Uint8Array>,
  uploadId?: string,
  tell: Tell = untold,
): Promise<ImportResult> {
  try {
    const bundle = readBundle(files, tell);
    const { reduced, problems } = reduceAll(bundle, tell);
    const all = [...bundle.problems, ...problems];
    if (all.length > 0) return { imported: false, problems: all };
    if (bundle.entries.length === 0) {
      const message = 'no entries: a round-up compares at least one';
      return { imported: false, problems: [{ file: 'entries.csv', message }] };
    }
    const roundUpId = await write(bundle, reduced, tell, uploadId);
    const { title } = bundle.dataPackage;
    return { imported: true, roundUpId, title, entries: bundle.entries.length, runs: reduced.length };
  } catch (error) {
    if (error instanceof UnusableInput) return { imported: false, problems: [error.problem] };
    throw error;
  }
}
