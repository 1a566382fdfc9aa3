import { isMissing, MISSING } from '@/core/missing';
import type { Queryable } from './pool';

export interface StoredChannel {
  heading: string;
  values: Float64Array | string[];
}

function arrayLiteral(values: Float64Array): string {
  const cells = new Array<string>(values.length);
  for (let i = 0; i < values.length; i += 1) cells[i] = isMissing(values[i]!) ? 'NULL' : String(values[i]!);
  return `{${cells.join(',')}}`;
}

function parseArray(text: string): Float64Array {
  const inside = text.slice(1, -1);
  if (inside === '') return new Float64Array(0);
  return Float64Array.from(inside.split(','), (cell) => (cell === 'NULL' ? MISSING : Number(cell)));
}

export async function insertTrace(
  db: Queryable,
  runId: number,
  channels: readonly StoredChannel[],
): Promise<void> {
  const values: unknown[] = [];
  const rows = channels.map(({ heading, values: of }, position) => {
    const n = values.length;
    values.push(
      runId,
      position,
      heading,
      of instanceof Float64Array ? arrayLiteral(of) : null,
      Array.isArray(of) ? of : null,
    );
    return `($${n + 1}::int, $${n + 2}::int, $${n + 3}, $${n + 4}::double precision[], $${n + 5}::text[])`;
  });
  await db.query(
    `INSERT INTO trace_channels (run_id, position, heading, readings, texts) VALUES ${rows.join(', ')}`,
    values,
  );
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
