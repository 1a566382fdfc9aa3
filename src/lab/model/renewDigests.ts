import { withDatabase } from '@/database/pool';
import { listUndigested, readTrace, setDigest, traceDigest } from '@/database/runs/traces';

/** Gives logs of before there were digests theirs, so that they are known again when they come a second time. */
export async function renewDigests(): Promise<void> {
  for (const runId of await withDatabase(listUndigested))
    await withDatabase(async (db) => setDigest(db, runId, traceDigest(await readTrace(db, runId))));
}
