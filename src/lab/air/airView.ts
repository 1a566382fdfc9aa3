import { fanCurve, type FanCurve } from '@/core/air/fanCurve';
import type { MeasuredFan } from '@/core/air/fansAtWork';
import { levelScatter, readingShare } from '@/core/air/fanScatter';
import { flowPoints } from '@/core/air/flowPoint';
import type { FanSetting } from '@/core/air/speedAtLevel';
import { ASSUMED_FAN_DOUBT } from '@/core/air/workingPoint';
import { energyMeanDb } from '@/core/levels/energyMeanDb';
import { FIRST_SPEED } from '@/core/responses/runSpeeds';
import type { LabRun } from '@/core/runs/labRun';
import { groupBy } from '@/core/statistics/groupBy';
import { mean } from '@/core/statistics/mean';
import type { SpotReading } from '@/core/responses/spotReading';
import { withDatabase } from '@/database/pool';
import { listAllReadings } from '@/database/runs/runReadings';
import { listValues } from '@/database/runs/runValues';
import { memoized } from '../model/cachedUntilWritten';
import { placedEntries } from '../model/pageEntries';
import type { RoundUpView } from '../model/roundUpView';

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

/** Readings of a quantity, a list for each run, place and speed. */
function repeatsOf(
  readings: readonly (SpotReading & { runId: number })[],
  quantity: SpotReading['quantity'],
): number[][] {
  const read = readings.filter((reading) => reading.quantity === quantity && reading.value > 0);
  const byPlace = groupBy(read, ({ runId, place, rpm }) => JSON.stringify([runId, place, rpm]));
  return [...byPlace.values()].map((here) => here.map(({ value }) => value));
}

/** What was measured of each fan of a round-up against a chamber: speeds with levels, and curves of pressure over flow. */
export const viewAir = memoized(async (view: RoundUpView): Promise<MeasuredFan[]> => {
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
  const bySetting = groupBy(spun, ({ run }) => JSON.stringify([run.entry, run.setting]));
  const levelUDb = levelScatter(
    [...bySetting.values()].map((here) => here.map(({ run }) => run.level.levelDb)),
  );
  const readingDoubt = {
    pressureShare: readingShare(repeatsOf(readings, 'pressure'), ASSUMED_FAN_DOUBT.pressureShare),
    flowShare: readingShare(repeatsOf(readings, 'flow'), ASSUMED_FAN_DOUBT.flowShare),
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

/** Fans against resistances; null where no fan has a curve. All that moves on the page is computed from it in the browser. */
export async function airPage(view: RoundUpView) {
  const fans = await viewAir(view);
  if (!fans.some((fan) => fan.curves.length > 0)) return null;
  const { id, title, noiseLineDba, rig } = view.roundUp;
  const { meterDistanceCm } = rig;
  return { roundUpId: id, title, noiseLineDba, meterDistanceCm, entries: placedEntries(view), fans };
}

export type AirData = NonNullable<Awaited<ReturnType<typeof airPage>>>;
