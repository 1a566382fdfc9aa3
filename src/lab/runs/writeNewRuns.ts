import { setImmediate } from 'node:timers/promises';
import { isMissing } from '@/core/missing';
import { insertRuns } from '@/database/runs/newRuns';
import type { Queryable } from '@/database/pool';
import { saveReductions } from '@/database/runs/reductions';
import { insertReadings } from '@/database/runs/runReadings';
import { insertValues } from '@/database/runs/runValues';
import { insertTraces } from '@/database/runs/traces';
import type { Bundle } from '@/formats/bundle/readBundle';
import { reduceItem } from '../model/reduceAll';
import type { RigRule } from '../model/reduceRun';
import { bundleMeasured, valuesOf } from '../model/runValues';

/** A run of a bundle that the lab does not have, with its place there. */
export interface FreshRun {
  item: Bundle['runs'][number];
  label: string;
  entryId: number;
  rigRevisionId: number;
  traceDigest: string;
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

type RunNumbers = ReturnType<typeof numbersOf>;

/** What a run comes to: its own reduction, and the values of all that was read of it. */
function numbersOf({ item }: FreshRun, rule: RigRule) {
  const reduction = reduceItem(item, rule);
  const die = isMissing(reduction.riseK) ? null : reduction;
  const values = valuesOf(bundleMeasured(item, die, { loadW: item.run.loadW, ...rule }));
  return { reduction, values };
}

/**
 * Writes runs with all that was measured of them; their ids, by their ids in the bundle. While PostgreSQL takes one
 * batch, the next is reduced.
 * @throws NoNumber where a run that should comes to no number: the transaction is to be rolled back
 */
export async function writeNewRuns(
  db: Queryable,
  runs: readonly FreshRun[],
  rule: RigRule,
  tell: (share: number) => void,
): Promise<Map<string, number>> {
  const ids = new Map<string, number>();
  let writing: Promise<void> = Promise.resolve();
  // One that fails while the next is reduced is told when it is waited for.
  const begin = (write: Promise<void>) => {
    write.catch(() => undefined);
    return write;
  };
  try {
    for (const batch of batches(runs)) {
      const numbers: RunNumbers[] = [];
      for (const run of batch) {
        numbers.push(numbersOf(run, rule));
        // Between two runs what is being written goes on.
        await setImmediate();
      }
      await writing;
      tell(ids.size / runs.length);
      writing = begin(writeBatch(db, batch, numbers, rule.windowS, ids));
    }
  } finally {
    await writing;
  }
  return ids;
}

async function writeBatch(
  db: Queryable,
  batch: readonly FreshRun[],
  numbers: readonly RunNumbers[],
  windowS: number,
  ids: Map<string, number>,
): Promise<void> {
  const runIds = await insertRuns(
    db,
    batch.map(({ item, ...place }) => ({ ...item.run, ...place })),
  );
  const written = batch.map((run, i) => ({ ...run, ...numbers[i]!, runId: runIds[i]! }));
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
