import { earlierResult } from '@/database/sentRequests';
import { clockNow } from '@/clock/clockNow';
import { noProgress, type Tell } from '@/core/progress';
import { measuredWords } from '@/core/lineUp/measuredWords';
import { insertChange } from '@/database/runs/changes';
import { listKnownRuns, type KnownRun } from '@/database/lab/knownRuns';
import { listEntriesCalled, type MeasuredEntry } from '@/database/lab/measuredEntries';
import { findOrAddRigRevision, insertEntryOf } from '@/database/lab/labEntries';
import { inTransaction, withDatabase, type Queryable } from '@/database/pool';
import { nextLabel } from '@/database/runs/runEdits';
import { insertRun } from '@/database/runs/newRuns';
import { saveReductions } from '@/database/runs/reductions';
import {
  citeEntry,
  getRoundUp,
  insertRoundUp,
  nextPosition,
  type RoundUp,
} from '@/database/roundUps/roundUps';
import { beginWithRuns } from '@/database/roundUps/roundUpUpkeep';
import { insertTraces, traceDigest } from '@/database/runs/traces';
import { deleteUpload } from '@/database/uploads';
import { problemText, UnusableInput } from '@/formats/problem';
import { BROUGHT } from './importBundle';
import { citedEntries } from '../model/citedEntries';
import { codeOf } from '../lineUp/codeOf';
import { collectChannels, type Collected } from './collectChannels';
import { rememberedMappings } from './describeLog';
import { makeRawRun, stoppedBy, type MadeRun, type RunPreview } from './makeRawRun';
import { meantEntry } from '../runs/meantEntry';
import { rawRun } from './rawRun';
import type { RawRunsPlan } from './rawRunsSchema';
import { saveStoredValues } from '../model/runValues';
import { fileBytes, uploadedFiles } from './uploads';

export type RawRunsResult =
  | { imported: true; roundUpId: number; runs: number }
  /** `unused` names the logs that no run takes a reading of. */
  | { imported: false; message: string; runs: RunPreview[]; unused: string[] };

/** A product of which a log tells the name alone. */
const UNKNOWN_PRODUCT = { maker: '', kind: 'air-tower', price: null, currency: 'EUR', heightMm: null };

/** Runs of the lab that these logs were brought in as before, by digest. */
async function broughtBefore(made: readonly MadeRun[]): Promise<Map<string, KnownRun>> {
  const digests = made.map((run) => traceDigest(run.channels));
  const known = await withDatabase((db) => listKnownRuns(db, [], digests));
  return new Map(known.filter((run) => !run.deleted).map((run) => [run.traceDigest, run]));
}

/** The round-up that the runs go to: the one named, or a new one. */
async function targetRoundUp(db: Queryable, plan: RawRunsPlan, now: Date): Promise<RoundUp> {
  const { target } = plan;
  if (target.roundUpId !== null) {
    const found = await getRoundUp(db, target.roundUpId);
    if (!found) throw new RangeError(`targetRoundUp: no round-up ${target.roundUpId}`);
    return found;
  }
  const rigRevisionId = await findOrAddRigRevision(db, { ...target, name: target.rigName });
  const id = await insertRoundUp(db, {
    ...target,
    name: codeOf(target.title, new Set()),
    rigRevisionId,
    loadsW: [...new Set(plan.runs.map((run) => run.loadW))].sort((a, b) => b - a),
    source: {},
    beganAt: now,
  });
  return (await getRoundUp(db, id))!;
}

/** Null where another import of the same upload was first. */
async function writeRuns(
  uploadId: string,
  plan: RawRunsPlan,
  made: readonly MadeRun[],
  lab: readonly MeasuredEntry[],
  from: string,
  now: Date,
): Promise<number | null> {
  return inTransaction(async (db) => {
    if (!(await deleteUpload(db, uploadId))) return null;
    const roundUp = await targetRoundUp(db, plan, now);
    const cited = await citedEntries(db, roundUp.id);
    /** Entries that these runs brought along, by the name typed. */
    const added = new Map<string, number>();
    const codes = new Set(cited.map((entry) => entry.entry));
    let position = await nextPosition(db, roundUp.id);
    const runIds: number[] = [];
    for (const { plan: run, channels, noiseDb, reduction } of made) {
      const meant = meantEntry(run.entry, cited, lab);
      let entryId = added.get(run.entry) ?? meant.entryId;
      if (entryId === null || (meant.toCite && !added.has(run.entry))) {
        entryId ??= await insertEntryOf(db, { ...UNKNOWN_PRODUCT, name: run.entry });
        const code = codeOf(run.entry, codes);
        await citeEntry(db, { roundUpId: roundUp.id, entryId, code, position, isControl: false });
        position += 1;
        codes.add(code);
        added.set(run.entry, entryId);
      }
      const label = await nextLabel(db, roundUp.id);
      const kept = rawRun({ plan: run, channels, noiseDb }, plan.room);
      const runId = await insertRun(db, {
        ...kept,
        label,
        entryId,
        rigRevisionId: roundUp.rigRevisionId,
        trace: `traces/${label}.csv`,
        extra: {},
        traceDigest: traceDigest(channels),
      });
      runIds.push(runId);
      await insertTraces(db, [{ runId, channels }]);
      await saveReductions(db, roundUp.windowS, [{ runId, reduction }]);
      const { limitC } = roundUp.rig;
      const stored = {
        id: runId,
        loadW: run.loadW,
        limitC,
        windowS: roundUp.windowS,
        hasTrace: true,
        typedAmbientC: kept.typedAmbientC,
      };
      await saveStoredValues(db, stored, reduction);
      await insertChange(db, runId, {
        who: plan.who || 'reviewer',
        what: 'run',
        was: '',
        isNow: `cut from ${from}`,
      });
    }
    await beginWithRuns(db, roundUp.id, runIds);
    return roundUp.id;
  });
}

/**
 * Turns raw logs into runs as a reviewer planned it: joined by their clocks, cut, reduced, and written in one
 * transaction; on a dry run, or where anything stands in the way, nothing is written and each run says what
 * it would come to.
 */
export async function importRawRuns(
  uploadId: string,
  plan: RawRunsPlan,
  tell: Tell = noProgress,
  now = clockNow(),
): Promise<RawRunsResult> {
  // The first import took the upload away: a repeated request gets its result.
  const earlier = plan.dryRun ? undefined : await withDatabase((db) => earlierResult<number | null>(db));
  if (typeof earlier === 'number') return { imported: true, roundUpId: earlier, runs: plan.runs.length };
  const files = await uploadedFiles(uploadId);
  const names = plan.logs.map((log) => files.find((file) => file.id === log.fileId)?.path);
  const refused = (message: string, runs: RunPreview[] = [], unused: string[] = []) => ({
    imported: false as const,
    message,
    runs,
    unused,
  });
  if (names.includes(undefined)) return refused('a log is not there any more: choose the files again');
  const { target } = plan;
  const existing =
    target.roundUpId === null ? null : await withDatabase((db) => getRoundUp(db, target.roundUpId!));
  if (target.roundUpId !== null && !existing) return refused('the round-up is not there any more');
  if (!existing && target.title === '') return refused('the new round-up needs a title');
  const rig = existing
    ? { limitC: existing.rig.limitC, powerAt: existing.rig.powerAt, windowS: existing.windowS }
    : { limitC: target.limitC, windowS: target.windowS };
  let collected: Collected;
  try {
    const logs = plan.logs.map(({ fileId, offsetS }, i) => ({
      open: () => fileBytes(fileId),
      offsetS,
      path: names[i]!,
    }));
    collected = await collectChannels(logs, plan.runs, await rememberedMappings(), tell);
  } catch (error) {
    if (error instanceof UnusableInput) return refused(problemText(error.problem));
    throw error;
  }
  const { channels, used } = collected;
  const cited = existing ? await withDatabase((db) => citedEntries(db, existing.id)) : [];
  const typedNames = plan.runs.map((run) => run.entry.toLowerCase());
  const lab = await withDatabase((db) => listEntriesCalled(db, [...new Set(typedNames)]));
  const cut = plan.runs.map((run, i) => {
    const { problem, toCite } = meantEntry(run.entry, cited, lab);
    if (problem) return { preview: stoppedBy(problem), made: null };
    const result = makeRawRun(run, channels[i]!, plan.room, rig);
    if (!toCite || result.preview.problem) return result;
    const goesTo = `goes to the lab’s ${toCite.name}, ${measuredWords(toCite.measured, now)}`;
    return {
      ...result,
      preview: { ...result.preview, note: [goesTo, result.preview.note].filter(Boolean).join('; ') },
    };
  });
  const before = await broughtBefore(cut.flatMap(({ made }) => made ?? []));
  const results = cut.map((result) => {
    const known = result.made && before.get(traceDigest(result.made.channels));
    const problem = known ? `in the lab already, as run ${known.label}: leave it out` : '';
    return known ? { preview: stoppedBy(problem), made: null } : result;
  });
  const previews = results.map((result) => result.preview);
  const unused = names.filter((_, i) => !used[i]) as string[];
  const wrong = previews.filter((preview) => preview.problem).length;
  if (wrong > 0) return refused(`${wrong} of ${previews.length} runs cannot be taken yet`, previews, unused);
  if (plan.dryRun) return refused('', previews, unused);
  const made = results.map((result) => result.made!);
  const roundUpId = await writeRuns(uploadId, plan, made, lab, names.join(', '), now);
  if (roundUpId === null) return refused(`the upload ${BROUGHT}`);
  return { imported: true, roundUpId, runs: made.length };
}
