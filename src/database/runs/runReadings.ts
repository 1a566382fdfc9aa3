import type { SpotReading } from '@/core/responses/spotReading';
import type { Queryable } from '../pool';

/** Adds the spot readings of runs that have none yet. */
export async function insertReadings(
  db: Queryable,
  taken: readonly { runId: number; readings: readonly SpotReading[] }[],
): Promise<void> {
  const rows = taken.flatMap(({ runId, readings }) =>
    readings.map((reading, position) => ({ runId, position, ...reading })),
  );
  if (rows.length === 0) return;
  await db.query(
    `INSERT INTO run_readings (run_id, position, quantity, place, value, rpm)
     SELECT * FROM unnest($1::int[], $2::int[], $3::text[], $4::text[], $5::float8[], $6::float8[])`,
    [
      rows.map((row) => row.runId),
      rows.map((row) => row.position),
      rows.map((row) => row.quantity),
      rows.map((row) => row.place),
      rows.map((row) => row.value),
      rows.map((row) => row.rpm),
    ],
  );
}

/** Puts what was read of a run in the place of what was read before. */
export async function replaceReadings(
  db: Queryable,
  runId: number,
  readings: readonly SpotReading[],
): Promise<void> {
  await db.query(`DELETE FROM run_readings WHERE run_id = $1`, [runId]);
  await insertReadings(db, [{ runId, readings }]);
}

/** Where a round-up's runs were read, each quantity and place with the number of its entries; the most read first. */
export async function listPlaces(
  db: Queryable,
  roundUpId: number,
): Promise<{ quantity: SpotReading['quantity']; place: string; entries: number }[]> {
  const { rows } = await db.query<{ quantity: SpotReading['quantity']; place: string; entries: number }>(
    `SELECT g.quantity, g.place, count(DISTINCT u.entry_id)::int AS entries
     FROM run_readings g
     JOIN runs u ON u.id = g.run_id AND u.deleted_at IS NULL
     JOIN round_up_entries c ON c.entry_id = u.entry_id
     JOIN round_ups r ON r.id = c.round_up_id AND r.rig_revision_id = u.rig_revision_id
     WHERE r.id = $1 GROUP BY g.quantity, g.place
     ORDER BY count(DISTINCT g.run_id) DESC, g.place, g.quantity`,
    [roundUpId],
  );
  return rows;
}

type ReadingRow = SpotReading & { runId: number };
const READINGS = `SELECT g.run_id AS "runId", g.quantity, g.place, g.value, g.rpm FROM run_readings g`;

export async function listReadings(db: Queryable, runId: number): Promise<SpotReading[]> {
  const { rows } = await db.query<ReadingRow & Record<string, unknown>>(
    `${READINGS} WHERE g.run_id = $1 ORDER BY g.position`,
    [runId],
  );
  return rows.map(({ runId: _, ...reading }) => reading);
}

/** A reading with what its run was read at. */
interface EntryReading extends ReadingRow {
  label: string;
  setting: string;
  noiseDb: number;
  runRpm: number | null;
}

/** All readings of an entry's runs at a rig revision, each with what its run was read at. */
export async function readingsOfEntry(
  db: Queryable,
  entry: { entryId: number; rigRevisionId: number },
): Promise<EntryReading[]> {
  const { rows } = await db.query<EntryReading & Record<string, unknown>>(
    `SELECT g.run_id AS "runId", g.quantity, g.place, g.value, g.rpm, u.label, u.setting, u.noise_db AS "noiseDb",
            u.rpm AS "runRpm" FROM run_readings g
     JOIN runs u ON u.id = g.run_id AND u.deleted_at IS NULL AND u.set_aside = ''
     WHERE u.entry_id = $1 AND u.rig_revision_id = $2 ORDER BY g.run_id, g.position`,
    [entry.entryId, entry.rigRevisionId],
  );
  return rows;
}

/** All readings of a round-up's runs, run by run. */
export async function listAllReadings(db: Queryable, roundUpId: number): Promise<ReadingRow[]> {
  const { rows } = await db.query<ReadingRow & Record<string, unknown>>(
    `${READINGS}
     JOIN runs u ON u.id = g.run_id AND u.deleted_at IS NULL
     JOIN round_up_entries c ON c.entry_id = u.entry_id
     JOIN round_ups r ON r.id = c.round_up_id AND r.rig_revision_id = u.rig_revision_id
     WHERE r.id = $1 ORDER BY g.run_id, g.position`,
    [roundUpId],
  );
  return rows;
}
