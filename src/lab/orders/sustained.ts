import type { EntryCurve } from '@/core/curves/entryCurve';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { mean } from '@/core/statistics/mean';
import { withDatabase } from '@/database/pool';
import { listValues } from '@/database/runs/runValues';
import type { RoundUpView } from '../model/roundUpView';

/** What an entry that does not hold the load kept going; null where nobody logged it. */
export interface Sustained {
  setting: string;
  powerW: number | null;
  clockMhz: number | null;
  /** From the load on to the limit, s. */
  untilLimitS: number | null;
}

const meanOf = (values: readonly number[]) => (values.length > 0 ? mean(values) : null);

/** What the throttled of a ranking sustained at the setting that stands for them: the loudest at or below the line. */
export async function sustainedBy(
  view: RoundUpView,
  curves: readonly EntryCurve[],
  placed: readonly PlacedEntry[],
): Promise<Record<string, Sustained>> {
  const throttled = placed.filter(({ status }) => status === 'throttled');
  if (throttled.length === 0) return {};
  const [clocks, times] = await withDatabase(async (db) => [
    await listValues(db, view.roundUp.id, 'clock', ''),
    await listValues(db, view.roundUp.id, 'limit-time', ''),
  ]);
  const clockOf = new Map(clocks.map((row) => [row.runId, row.value]));
  const timeOf = new Map(times.map((row) => [row.runId, row.value]));
  const runOf = new Map(view.runs.map((run) => [String(run.id), run]));
  return Object.fromEntries(
    throttled.flatMap(({ entry, at }): [string, Sustained][] => {
      const points = curves.find((curve) => curve.entry === entry)?.points ?? [];
      const point = points.filter((other) => other.at <= at + 1e-9).at(-1) ?? points[0];
      if (!point) return [];
      const runs = point.runs.flatMap((id) => runOf.get(id) ?? []);
      const found = (values: ReadonlyMap<number, number>) =>
        meanOf(runs.flatMap((run) => values.get(run.id) ?? []));
      const powers = runs.flatMap(({ reduction }) =>
        reduction.powerSource === 'measured' ? [reduction.powerMeanW] : [],
      );
      return [
        [
          entry,
          {
            setting: point.setting,
            powerW: meanOf(powers),
            clockMhz: found(clockOf),
            untilLimitS: found(timeOf),
          },
        ],
      ];
    }),
  );
}
