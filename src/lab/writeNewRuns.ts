import { isMissing } from '@/core/missing';
import type { Reduction } from '@/core/reduction/reduceTrace';
import { insertRuns } from '@/database/newRuns';
import type { Queryable } from '@/database/pool';
import { saveReductions } from '@/database/reductions';
import { insertReadings, insertValues } from '@/database/runValues';
import { insertTraces } from '@/database/traces';
import type { Bundle } from '@/formats/bundle/readBundle';
import { bundleMeasured, valuesOf } from './runValues';

export interface ReducedRun {
  item: Bundle['runs'][number];
  reduction: Reduction;
}

/** A run of a bundle that the lab does not have, with its place there. */
export interface FreshRun extends ReducedRun {
  label: string;
  entryId: number;
  rigRevisionId: number;
  traceDigest: string;
}

interface Rule {
  limitC: number;
  windowS: number;
}

/** So many runs go in one statement, or fewer where their logs are long. */
const MOST_RUNS = 25;
const MOST_READINGS = 500_000;

function* batches(runs: readonly FreshRun[]): Generator<FreshRun[]> {
  let batch: FreshRun[] = [];
  let readings = 0;
  for (const run of runs) {
    const channels = run.item.trace?.channels ?? [];
    const longer = channels.reduce((sum, channel) => sum + channel.values.length, 0);
    if (batch.length === MOST_RUNS || (batch.length > 0 && readings + longer > MOST_READINGS)) {
      yield batch;
      batch = [];
      readings = 0;
    }
    batch.push(run);
    readings += longer;
  }
  if (batch.length > 0) yield batch;
}

function measuredOf({ item, reduction }: FreshRun, rule: Rule) {
  const die = isMissing(reduction.riseK) ? null : reduction;
  return valuesOf(bundleMeasured(item, die, { loadW: item.run.loadW, ...rule }));
}

/**
 * Writes runs with all that was measured of them; their ids, by their ids in the bundle. While PostgreSQL takes one
 * batch, the next is computed.
 */
export async function writeNewRuns(
  db: Queryable,
  runs: readonly FreshRun[],
  rule: Rule,
  tell: (share: number) => void,
): Promise<Map<string, number>> {
  const ids = new Map<string, number>();
  let writing: Promise<void> = Promise.resolve();
  try {
    for (const batch of batches(runs)) {
      const values = batch.map((run) => measuredOf(run, rule));
      await writing;
      tell(ids.size / runs.length);
      writing = writeBatch(db, batch, values, rule.windowS, ids);
    }
  } finally {
    await writing;
  }
  return ids;
}

async function writeBatch(
  db: Queryable,
  batch: readonly FreshRun[],
  values: readonly ReturnType<typeof measuredOf>[],
  windowS: number,
  ids: Map<string, number>,
): Promise<void> {
  const runIds = await insertRuns(
    db,
    batch.map(({ item, reduction: _, ...place }) => ({ ...item.run, ...place })),
  );
  const written = batch.map((run, i) => ({ ...run, runId: runIds[i]!, values: values[i]! }));
  for (const { item, runId } of written) ids.set(item.run.run, runId);
  await insertTraces(
    db,
    written.map(({ runId, item }) => ({ runId, channels: item.trace?.channels ?? [] })),
  );
  await saveReductions(db, windowS, written);
  await insertReadings(
    db,
    written.map(({ runId, item }) => ({ runId, readings: item.readings })),
  );
  await insertValues(db, windowS, written);
}
