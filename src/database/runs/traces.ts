import { createHash } from 'node:crypto';
import { MISSING } from '@/core/missing';
import { binaryArray } from './binaryArray';
import { placeholders } from '../placeholders';
import type { Queryable } from '../pool';

export interface StoredChannel {
  heading: string;
  values: Float64Array | string[];
}

function parseArray(text: string): Float64Array {
  const inside = text.slice(1, -1);
  if (inside === '') return new Float64Array(0);
  return Float64Array.from(inside.split(','), (cell) => (cell === 'NULL' ? MISSING : Number(cell)));
}

/** What a log is known again by: its headings and readings, in their order. The same log has the same digest. */
export function traceDigest(channels: readonly StoredChannel[]): string {
  const hash = createHash('sha1');
  for (const { heading, values } of channels) {
    hash.update(`${heading}\n`);
    if (values instanceof Float64Array)
      hash.update(new Uint8Array(values.buffer, values.byteOffset, values.byteLength));
    else hash.update(JSON.stringify(values));
  }
  return hash.digest('base64url');
}

/** Writes the logs of runs, in one statement. */
export async function insertTraces(
  db: Queryable,
  logs: readonly { runId: number; channels: readonly StoredChannel[] }[],
): Promise<void> {
  const rows = logs.flatMap(({ runId, channels }) =>
    channels.map(({ heading, values }, position) => [
      runId,
      position,
      heading,
      values instanceof Float64Array ? binaryArray(values) : null,
      Array.isArray(values) ? values : null,
    ]),
  );
  if (rows.length === 0) return;
  await db.query(
    `INSERT INTO trace_channels (run_id, position, heading, readings, texts) VALUES ${placeholders(rows)}`,
    rows.flat(),
  );
}

/** Runs with a log of before logs had digests. */
export async function listUndigested(db: Queryable): Promise<number[]> {
  const { rows } = await db.query<{ id: number }>(
    `SELECT id FROM runs WHERE trace_digest = '' AND EXISTS (SELECT 1 FROM trace_channels WHERE run_id = runs.id) ORDER BY id`,
  );
  return rows.map((row) => row.id);
}

export async function setDigest(db: Queryable, runId: number, digest: string): Promise<void> {
  await db.query(`UPDATE runs SET trace_digest = $2 WHERE id = $1`, [runId, digest]);
}

/** The channels of a run, in the order of its log; only those named, where some are. */
export async function readTrace(
  db: Queryable,
  runId: number,
  headings?: readonly string[],
): Promise<StoredChannel[]> {
  const { rows } = await db.query<{ heading: string; readings: string | null; texts: string[] | null }>(
    `SELECT heading, readings::text AS readings, texts FROM trace_channels
     WHERE run_id = $1 AND ($2::text[] IS NULL OR heading = ANY ($2))
     ORDER BY position`,
    [runId, headings ?? null],
  );
  return rows.map(({ heading, readings, texts }) => ({
    heading,
    values: readings === null ? (texts ?? []) : parseArray(readings),
  }));
}
