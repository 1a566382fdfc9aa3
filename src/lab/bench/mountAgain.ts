import { remountAdvice, type RemountAdvice } from '@/core/bench/remountAdvice';
import { repeatsOf } from '@/core/flags/repeatsOf';
import { ASIDE_WORDS } from '@/core/runs/aside';
import type { LabRun } from '@/core/runs/labRun';
import { loadKey } from '@/core/runs/load';
import { AGREE, listRejectedTries, supersede, triesAgree } from '@/database/bench/bench';
import { insertChange } from '@/database/runs/changes';
import { inTransaction, withDatabase, type Queryable } from '@/database/pool';
import { lockRun, updateRun, type LockedRun } from '@/database/runs/runEdits';
import { viewRoundUp } from '../model/roundUpView';

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
  const mounted = { entry: at.entry, mount: first.mount };
  const { tries, agree } = await withDatabase(async (db) => ({
    tries: await listRejectedTries(db, roundUpId, mounted),
    agree: await triesAgree(db, roundUpId, mounted),
  }));
  if (agree) return { advice: 'none' };
  const sessions = [...new Set(tries.map((run) => run.session))];
  const rejected = tries.map((run) => ({
    run: run.id,
    entry: at.entry,
    load: loadKey(run),
    setting: run.setting,
    mount: sessions.indexOf(run.session),
    value: run.riseK,
  }));
  return remountAdvice(repeats, rejected, at);
}

async function changeEach(
  roundUpId: number,
  at: { entry: string; mount: number },
  change: (db: Queryable, run: LabRun, kept: LockedRun) => Promise<void>,
  then: (db: Queryable) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  const view = await viewRoundUp(roundUpId);
  const runs = countingOf(view?.runs ?? [], at);
  await inTransaction(async (db) => {
    for (const run of runs) {
      const kept = await lockRun(db, roundUpId, run.id);
      if (kept) await change(db, run, kept);
    }
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
  const isNow = `${ASIDE_WORDS.remounted}${why}`;
  const aside = async (db: Queryable, run: LabRun) => {
    await updateRun(db, run.id, { setAside: isNow, asideAs: 'remounted' });
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
  await changeEach(roundUpId, at, async (db, run, { extra }) => {
    const isNow = [run.note, `${at.tries} tries agree: likely the product`].filter(Boolean).join('; ');
    await updateRun(db, run.id, { note: isNow, extra: { ...extra, [AGREE]: 'yes' } });
    await insertChange(db, run.id, { who, what: 'note', was: run.note, isNow });
  });
}
