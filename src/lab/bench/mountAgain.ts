import { remountAdvice, type RemountAdvice } from '@/core/bench/remountAdvice';
import { repeatsOf } from '@/core/flags/repeatsOf';
import type { LabRun } from '@/core/runs/labRun';
import { loadKey } from '@/core/runs/load';
import { listRejectedTries, supersede } from '@/database/bench/bench';
import { insertChange } from '@/database/runs/changes';
import { inTransaction, withDatabase, type Queryable } from '@/database/pool';
import { lockRun, updateRun } from '@/database/runs/runEdits';
import { viewRoundUp } from '../model/roundUpView';

/** What a run is set aside with when its cooler is mounted again. */
const REMOUNTED = 'mounted again: ';
/** How the note of a result that was kept begins, after its count; earlier versions went on in other words. */
const AGREE = 'tries agree: ';

function countingOf(runs: readonly LabRun[], at: { entry: string; mount: number }): LabRun[] {
  return runs.filter((run) => run.setAside === '' && run.entry === at.entry && run.mount === at.mount);
}

/** What is to be said of the mount that was last on the rig, by its runs and those set aside before. */
export async function adviseMount(
  roundUpId: number,
  runs: readonly LabRun[],
  at: { entry: string; mount: number },
): Promise<RemountAdvice> {
  const repeats = repeatsOf(runs);
  const first = remountAdvice(repeats, [], at);
  if (first.advice !== 'remount') return first;
  const because = { entry: at.entry, mount: first.mount, because: REMOUNTED };
  const tries = await withDatabase((db) => listRejectedTries(db, roundUpId, because));
  const sessions = [...new Set(tries.map((run) => run.session))];
  const rejected = tries.map((run) => ({
    run: run.id,
    entry: at.entry,
    load: loadKey(run),
    setting: run.setting,
    mount: sessions.indexOf(run.session),
    value: run.riseK,
  }));
  const alreadyTold = countingOf(runs, { entry: at.entry, mount: first.mount }).some((run) =>
    run.note.includes(AGREE),
  );
  return alreadyTold ? { advice: 'none' } : remountAdvice(repeats, rejected, at);
}

async function changeEach(
  roundUpId: number,
  at: { entry: string; mount: number },
  change: (db: Queryable, run: LabRun) => Promise<void>,
  then: (db: Queryable) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  const view = await viewRoundUp(roundUpId);
  const runs = countingOf(view?.runs ?? [], at);
  await inTransaction(async (db) => {
    for (const run of runs) if (await lockRun(db, roundUpId, run.id)) await change(db, run);
    await then(db);
  });
}

/** Sets a mount's runs aside, so that the plan asks for it again. */
export async function mountAgain(
  roundUpId: number,
  at: { entry: string; mount: number },
  why: string,
  who: string,
): Promise<void> {
  const isNow = `${REMOUNTED}${why}`;
  const aside = async (db: Queryable, run: LabRun) => {
    await updateRun(db, run.id, { setAside: isNow });
    await insertChange(db, run.id, { who, what: 'set aside', was: '', isNow });
  };
  await changeEach(roundUpId, at, aside, (db) => supersede(db, roundUpId, at));
}

/** Tries that agree are the product's: its runs say so, and count. */
export async function letStand(
  roundUpId: number,
  at: { entry: string; mount: number; tries: number },
  who: string,
): Promise<void> {
  await changeEach(roundUpId, at, async (db, run) => {
    const isNow = [run.note, `${at.tries} ${AGREE}likely the product`].filter(Boolean).join('; ');
    await updateRun(db, run.id, { note: isNow });
    await insertChange(db, run.id, { who, what: 'note', was: run.note, isNow });
  });
}
