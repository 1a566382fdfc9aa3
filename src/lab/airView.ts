import { fanCurve, type FanCurve } from '@/core/air/fanCurve';
import type { MeasuredFan } from '@/core/air/fansAtWork';
import { flowPoints } from '@/core/air/flowPoint';
import type { FanSetting } from '@/core/air/speedAtLevel';
import { ASSUMED_FAN_DOUBT } from '@/core/air/workingPoint';
import { energyMeanDb } from '@/core/levels/energyMeanDb';
import { FIRST_SPEED } from '@/core/responses/runSpeeds';
import type { LabRun } from '@/core/runs/labRun';
import { groupBy } from '@/core/statistics/groupBy';
import { mean } from '@/core/statistics/mean';
import type { SpotReading } from '@/core/responses/spotReading';
import { sampleVariance } from '@/core/uncertainty/rigSpread';
import { withDatabase } from '@/database/pool';
import { listAllReadings, listValues } from '@/database/runValues';
import { onceFor } from './keptWhileUnwritten';
import type { RoundUpView } from './roundUpView';

/** A meter repeats itself no better than this, dB. */
const LEAST_LEVEL_DB = 0.1;

interface SpunRun {
  run: LabRun;
  rpm: number;
}

function settingsOf(runs: readonly SpunRun[]): FanSetting[] {
  const heard = runs.filter(({ run }) => run.level.standing !== 'at-floor');
  return [...groupBy(heard, ({ run }) => run.setting).values()].map((here) => ({
    rpm: mean(here.map(({ rpm }) => rpm)),
    levelDb: energyMeanDb(here.map(({ run }) => run.level.levelDb)),
  }));
}

/** What a reading of the level scatters by, dB, over all settings that were read more than once; undefined where none was. */
function levelDoubt(runs: readonly SpunRun[]): number | undefined {
  const repeated = [...groupBy(runs, ({ run }) => JSON.stringify([run.entry, run.setting])).values()].filter(
    (here) => here.length > 1,
  );
  const freedom = repeated.reduce((sum, here) => sum + here.length - 1, 0);
  if (freedom === 0) return undefined;
  const squares = repeated.reduce(
    (sum, here) => sum + (here.length - 1) * sampleVariance(here.map(({ run }) => run.level.levelDb)),
    0,
  );
  const most = Math.min(...repeated.map((here) => here.length));
  return Math.max(LEAST_LEVEL_DB, Math.sqrt(squares / freedom / most));
}

/** What a mean of readings is in doubt by as a share of it, over all places that were read more than once, and never less than is assumed. */
function readingShare(
  readings: readonly (SpotReading & { runId: number })[],
  quantity: SpotReading['quantity'],
  assumed: number,
): number {
  const repeated = [
    ...groupBy(
      readings.filter((reading) => reading.quantity === quantity && reading.value > 0),
      ({ runId, place, rpm }) => JSON.stringify([runId, place, rpm]),
    ).values(),
  ].filter((here) => here.length > 1);
  const freedom = repeated.reduce((sum, here) => sum + here.length - 1, 0);
  const squares = repeated.reduce((sum, here) => {
    const values = here.map(({ value }) => value);
    return sum + ((here.length - 1) * sampleVariance(values)) / mean(values) ** 2 / here.length;
  }, 0);
  return freedom === 0 ? assumed : Math.max(assumed, Math.sqrt(squares / freedom));
}

/** What was measured of each fan of a round-up against a chamber: speeds with levels, and curves of pressure over flow. */
export const viewAir = onceFor(async (view: RoundUpView): Promise<MeasuredFan[]> => {
  const { id } = view.roundUp;
  const [readings, speeds] = await withDatabase(async (db) => [
    await listAllReadings(db, id),
    await listValues(db, id, FIRST_SPEED.id, ''),
  ]);
  const readOf = groupBy(readings, (reading) => reading.runId);
  const speedOf = new Map(speeds.map((row) => [row.runId, row.value]));
  const spun = view.runs.flatMap((run): SpunRun[] => {
    const rpm = speedOf.get(run.id) ?? run.rpm;
    return run.setAside === '' && rpm !== null && rpm > 0 ? [{ run, rpm }] : [];
  });
  const levelUDb = levelDoubt(spun);
  const readingDoubt = {
    pressureShare: readingShare(readings, 'pressure', ASSUMED_FAN_DOUBT.pressureShare),
    flowShare: readingShare(readings, 'flow', ASSUMED_FAN_DOUBT.flowShare),
  };
  const byEntry = groupBy(spun, ({ run }) => run.entry);
  return view.entries.map(({ entry }) => {
    const runs = byEntry.get(entry) ?? [];
    const curves = runs.flatMap(({ run, rpm }): FanCurve[] => {
      const curve = fanCurve(flowPoints(readOf.get(run.id) ?? [], rpm), rpm);
      return curve.known ? [curve.value] : [];
    });
    return { entry, settings: settingsOf(runs), curves, levelUDb, readingDoubt };
  });
});
