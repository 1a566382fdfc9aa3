import { offItsLaw } from '@/core/air/offItsLaw';
import { runFlags } from '@/core/flags/runFlags';
import { runSlips } from '@/core/flags/runSlips';
import type { LabRun } from '@/core/runs/labRun';
import { isFlagged, runState, whatToKnow, type RunState } from '@/core/runs/runState';
import { groupBy } from '@/core/statistics/groupBy';
import { sentence } from '@/core/words';
import { withDatabase } from '@/database/pool';
import { listAllReadings } from '@/database/runs/runReadings';
import { memoized } from '../model/cachedUntilWritten';
import type { RoundUpView } from '../model/roundUpView';

export interface NotedRun {
  run: LabRun;
  state: RunState;
  notes: string[];
  flagged: boolean;
  /** Why it is mostly a slip, where it counts; the notes have it, too. */
  slips: string[];
}

/** Readings at places that are far from what the same fan’s other runs say, by run. */
async function oddPlaces(roundUpId: number, counting: readonly LabRun[]): Promise<Map<number, string[]>> {
  const readings = await withDatabase((db) => listAllReadings(db, roundUpId));
  const readOf = groupBy(readings, (reading) => reading.runId);
  const read = counting.filter((run) => readOf.has(run.id));
  const ofEntry = groupBy(read, (run) => run.entry);
  return new Map(
    read.map((run) => {
      const siblings = ofEntry
        .get(run.entry)!
        .filter((other) => other !== run)
        .map((other) => ({ rpm: other.rpm, readings: readOf.get(other.id)! }));
      return [run.id, offItsLaw(readOf.get(run.id)!, run.rpm, siblings)];
    }),
  );
}

/** All runs with their state and what to know about each, also beside the others: what is mostly a slip among it. */
export const notedRuns = memoized(async ({ roundUp, runs }: RoundUpView): Promise<NotedRun[]> => {
  const counting = runs.filter((run) => run.setAside === '');
  const slips = runSlips(counting);
  const flags = runFlags(runs, slips);
  const odd = await oddPlaces(roundUp.id, counting);
  return runs.map((run) => {
    const places = odd.get(run.id) ?? [];
    const beside = [...(flags.get(run.id) ?? []), ...places.map(sentence)];
    return {
      ...{ run, state: runState(run), notes: whatToKnow(run, roundUp.rig.limitC, beside) },
      flagged: isFlagged(run, beside),
      slips: [...(slips.get(run.id) ?? []).map(({ says }) => says), ...places],
    };
  });
});

/** A run that counts and is mostly a slip. */
export interface SlippedRun {
  id: number;
  label: string;
  entry: string;
  product: string;
  says: string[];
}

/** Those of them that look like slips of the pen, for the head of the logbook and the ± that they widen. */
export async function slippedRuns(view: RoundUpView): Promise<SlippedRun[]> {
  return (await notedRuns(view)).flatMap(({ run: { id, label, entry, product }, slips: says }) =>
    says.length > 0 ? [{ id, label, entry, product, says }] : [],
  );
}
