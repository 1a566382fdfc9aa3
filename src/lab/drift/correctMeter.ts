import { calibratorReadings } from '@/core/drift/meterOff';
import { meterCorrection } from '@/core/drift/meterCorrection';
import { runTimeMs } from '@/core/drift/runTime';
import type { LevelCorrection } from '@/core/levels/levelCorrection';
import { correctionOf } from '@/core/runs/runColumns';
import { readSheet } from '@/database/lineUp/sheets';
import { Refused } from '../refusal';
import { changeRigRuns, type RigRunsWish } from './changeRigRuns';

export type Correcting = 'correct' | 'take-back';

const told = ({ db, doubtDb, why }: LevelCorrection) =>
  `${db < 0 ? '−' : '+'}${Math.abs(db).toFixed(2)} ± ${doubtDb.toFixed(2)} dB: ${why}`;

/**
 * Corrects the readings of a meter that was off, each by the calibrator before and after it, or takes that back. What was read stays
 * as it was read.
 * @throws Refused as `changeRigRuns`, and where it is not known how far the meter was off
 */
export function correctMeter(
  rigId: number,
  wish: RigRunsWish & { what: Correcting },
): Promise<{ changed: number }> {
  return changeRigRuns(rigId, wish, async (db, reason) => {
    const book = await readSheet(db, 'rig-book', rigId);
    const checks = calibratorReadings(book?.body.checks ?? []);
    const madeFor = (startedAt: string): LevelCorrection => {
      const atMs = runTimeMs(startedAt);
      if (Number.isNaN(atMs)) throw new Refused('a run has no time, so no check can be found for it');
      const found = meterCorrection(checks, atMs);
      if (!found.known) throw new Refused(`not corrected: ${found.reason}`);
      return { ...found.value, why: `${found.value.why}: ${reason}` };
    };
    return (run) => {
      const was = correctionOf(run);
      const isWanted = wish.what === 'correct';
      if ((was !== null) === isWanted) return null;
      const isNow = isWanted ? madeFor(run.startedAt) : null;
      return {
        columns: {
          levelCorrectionDb: isNow?.db ?? null,
          levelCorrectionDoubtDb: isNow?.doubtDb ?? null,
          levelCorrectionWhy: isNow?.why ?? '',
        },
        log: {
          what: 'level, corrected',
          was: was ? told(was) : 'as read',
          isNow: isNow ? told(isNow) : `as read: ${reason}`,
        },
      };
    };
  });
}
