import type { Queryable } from '../pool';

export interface PushedReadings {
  atS: number;
  readings: Record<string, number>;
}

/**
 * Keeps readings at the bench clock of the mount that is on the rig; they may lie up to a second ahead of its last
 * write. How many were kept: none where no mount is on.
 */
export async function insertPushed(
  db: Queryable,
  lines: readonly { agoS: number; readings: Record<string, number> }[],
): Promise<number> {
  const { rowCount } = await db.query(
    `INSERT INTO bench_pushed (session_id, at_s, readings)
     SELECT s.id, s.clock_s + s.speed * (extract(epoch FROM lab_clock() - s.written_at) - line.ago), line.readings
     FROM bench_sessions s, unnest($1::float8[], $2::jsonb[]) AS line (ago, readings)
     WHERE s.ended_at IS NULL`,
    [lines.map((line) => line.agoS), lines.map((line) => JSON.stringify(line.readings))],
  );
  return rowCount ?? 0;
}

/** The last readings since a bench clock, by trace column; nothing where none came. */
export async function lastPushed(
  db: Queryable,
  sessionId: number,
  sinceS: number,
): Promise<Record<string, number>> {
  const { rows } = await db.query<{ readings: Record<string, number> }>(
    `SELECT readings FROM bench_pushed WHERE session_id = $1 AND at_s >= $2 ORDER BY at_s`,
    [sessionId, sinceS],
  );
  return Object.assign({}, ...rows.map((row) => row.readings)) as Record<string, number>;
}

/** More than one a second says no more of a soak, and would hold up the process that watches the rig: every second, third, … is kept. */
const MOST_OF_A_RUN = 5000;

export async function listPushed(
  db: Queryable,
  sessionId: number,
  fromS: number,
  toS: number,
): Promise<PushedReadings[]> {
  const { rows } = await db.query<PushedReadings & Record<string, unknown>>(
    `SELECT "atS", readings FROM (
       SELECT at_s AS "atS", readings, row_number() OVER (ORDER BY at_s) AS row, count(*) OVER () AS all_rows
       FROM bench_pushed WHERE session_id = $1 AND at_s BETWEEN $2 AND $3) of
     WHERE row % greatest(1, ceil(all_rows / $4::numeric))::bigint = 0 ORDER BY "atS"`,
    [sessionId, fromS, toS, MOST_OF_A_RUN],
  );
  return rows;
}
