import { calibratorReadings } from '@/core/drift/meterOff';
import { meterCorrection } from '@/core/drift/meterCorrection';
import { runTimeMs } from '@/core/drift/runTime';
import type { LevelCorrection } from '@/core/levels/levelCorrection';
import type { RigBook } from '@/core/rig/instrument';
import { insertChange } from '@/database/changes';
import { lockRigRun } from '@/database/controlHolds';
import { inTransaction } from '@/database/pool';
import { updateRun } from '@/database/runEdits';
import { readSheet } from '@/database/sheets';
import { Refused } from '../refusal';

const told = (correction: LevelCorrection | null, reason: string) =>
  correction === null
    ? `as read${reason && `: ${reason}`}`
    : `${correction.db < 0 ? '−' : '+'}${Math.abs(correction.db).toFixed(2)} ± ${correction.doubtDb.toFixed(2)} dB: ${[correction.why, reason].filter(Boolean).join('; ')}`;

/**
 * Corrects the readings of a meter that was off, each by the calibrator before and after it, or takes that back: all of the runs or
 * none, with the reason in the change log. What was read stays as it was read.
 * @throws Refused where one was changed meanwhile, or where it is not known how far the meter was off
 */
export async function correctMeter(
  rigId: number,
  wish: {
    what: 'correct' | 'take-back';
    runs: readonly { id: number; version: number }[];
    reason: string;
    who: string;
  },
): Promise<{ changed: number }> {
  const reason = wish.reason.trim();
  if (reason === '') throw new Refused('why? The reason is printed with each run', 'reason');
  return inTransaction(async (db) => {
    const book = await readSheet<RigBook>(db, 'rig-book', rigId);
    const checks = calibratorReadings(book?.body.checks ?? []);
    let changed = 0;
    // In one order, so that two who correct at once wait for each other.
    for (const { id, version } of [...wish.runs].sort((a, b) => a.id - b.id)) {
      const run = await lockRigRun(db, rigId, id);
      if (!run) throw new Refused('a run is not there any more: look again');
      if (run.version !== version) throw new Refused('a run was changed meanwhile: look again');
      if ((run.correction !== null) === (wish.what === 'correct')) continue;
      let isNow: LevelCorrection | null = null;
      if (wish.what === 'correct') {
        const atMs = runTimeMs(run.startedAt);
        if (Number.isNaN(atMs)) throw new Refused('a run carries no time: by which check, nobody knows');
        const found = meterCorrection(checks, atMs);
        if (!found.known) throw new Refused(`not corrected: ${found.reason}`);
        isNow = { ...found.value, why: `${found.value.why}: ${reason}` };
      }
      await updateRun(db, id, {
        level_correction_db: isNow?.db ?? null,
        level_correction_doubt_db: isNow?.doubtDb ?? null,
        level_correction_why: isNow?.why ?? '',
      });
      await insertChange(db, id, {
        ...{ who: wish.who, what: 'level, corrected', was: told(run.correction, '') },
        isNow: told(isNow, isNow === null ? reason : ''),
      });
      changed += 1;
    }
    return { changed };
  });
}
