import { isMissing } from '@/core/missing';
import { hasDie } from '@/core/runs/labRun';
import { loadKey, type Load } from '@/core/runs/load';
import { groupBy } from '@/core/statistics/groupBy';
import { mean } from '@/core/statistics/mean';
import type { RoundUpView } from '../model/roundUpView';

/** The coolest and the warmest room that an entry was measured in on average at a load, °C; null below two entries. */
export function roomSpanC({ runs }: RoundUpView, load: Load): { fromC: number; toC: number } | null {
  const counting = runs.filter(
    (run) =>
      run.setAside === '' &&
      loadKey(run) === loadKey(load) &&
      hasDie(run) &&
      !isMissing(run.reduction.ambientMeanC),
  );
  const rooms = [...groupBy(counting, ({ entry }) => entry).values()].map((own) =>
    mean(own.map(({ reduction }) => reduction.ambientMeanC)),
  );
  return rooms.length < 2 ? null : { fromC: Math.min(...rooms), toC: Math.max(...rooms) };
}
