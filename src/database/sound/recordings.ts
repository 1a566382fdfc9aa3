import type { BriefSound, KeptSound } from '@/core/sound/recording/keptSound';
import type { Queryable } from '../pool';

export type RecordingKind = 'clip' | 'calibration' | 'room';

export interface RecordingPlace {
  kind: RecordingKind;
  /** Of a clip alone. */
  entryId: number | null;
  setting: string;
  runId: number | null;
  name: string;
  recordedAt: Date;
  distanceCm: number | null;
  calibratorDb: number | null;
  fullScaleDb: number | null;
}

export interface NewRecording extends RecordingPlace {
  rigRevisionId: number;
  calibrationId: number | null;
  roomId: number | null;
  digest: string;
  size: number;
  sound: KeptSound;
}

export interface Recording extends RecordingPlace {
  id: number;
  /** Id of its entry in the round-up; empty for what is none of an entry. */
  entry: string;
  calibrationId: number | null;
  roomId: number | null;
  digest: string;
  size: number;
  usedAnyway: string;
  setAside: string;
  sound: BriefSound;
}

export interface WholeRecording extends Omit<Recording, 'sound'> {
  sound: KeptSound;
}

/** A megabyte a part: what is read at a place is found by dividing. */
export const PART_BYTES = 1 << 20;

/** Id of a recording that is there already, under the same place; null where it is new. */
export async function knownRecording(
  db: Queryable,
  { rigRevisionId, kind, entryId, setting, digest, calibratorDb }: NewRecording,
): Promise<number | null> {
  const { rows } = await db.query<{ id: number }>(
    `SELECT id FROM recordings WHERE rig_revision_id = $1 AND kind = $2 AND coalesce(entry_id, 0) = $3 AND setting = $4 AND digest = $5
       AND coalesce(calibrator_db, 0) = $6`,
    [rigRevisionId, kind, entryId ?? 0, setting, digest, calibratorDb ?? 0],
  );
  return rows[0]?.id ?? null;
}

/** Its id; null where another has written the same one meanwhile. */
export async function insertRecording(db: Queryable, made: NewRecording): Promise<number | null> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO recordings (rig_revision_id, kind, entry_id, setting, run_id, name, recorded_at, distance_cm, calibrator_db,
                             full_scale_db, calibration_id, room_id, digest, size, sound)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15) ON CONFLICT DO NOTHING RETURNING id`,
    [
      ...[made.rigRevisionId, made.kind, made.entryId, made.setting, made.runId, made.name, made.recordedAt],
      ...[made.distanceCm, made.calibratorDb, made.fullScaleDb, made.calibrationId, made.roomId],
      ...[made.digest, made.size, JSON.stringify(made.sound)],
    ],
  );
  return rows[0]?.id ?? null;
}

export async function insertRecordingPart(
  db: Queryable,
  recordingId: number,
  seq: number,
  bytes: Uint8Array,
): Promise<void> {
  await db.query(`INSERT INTO recording_parts (recording_id, seq, bytes) VALUES ($1, $2, $3)`, [
    recordingId,
    seq,
    Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length),
  ]);
}

export async function readRecordingPart(
  db: Queryable,
  recordingId: number,
  seq: number,
): Promise<Buffer | null> {
  const { rows } = await db.query<{ bytes: Buffer }>(
    `SELECT bytes FROM recording_parts WHERE recording_id = $1 AND seq = $2`,
    [recordingId, seq],
  );
  return rows[0]?.bytes ?? null;
}

/** An evening: what was recorded within half a day belongs together. */
const EVENING = `interval '12 hours'`;

/** The calibration or room recording of a rig revision that is nearest in time, on the same evening; null where there is none. */
export async function nearestOf(
  db: Queryable,
  kind: 'calibration' | 'room',
  rigRevisionId: number,
  at: Date,
): Promise<number | null> {
  const { rows } = await db.query<{ id: number }>(
    `SELECT id FROM recordings
     WHERE rig_revision_id = $1 AND kind = $2 AND set_aside = '' AND abs(extract(epoch FROM recorded_at - $3::timestamptz)) <= extract(epoch FROM ${EVENING})
     ORDER BY abs(extract(epoch FROM recorded_at - $3::timestamptz)), id LIMIT 1`,
    [rigRevisionId, kind, at],
  );
  return rows[0]?.id ?? null;
}

/** Gives a new calibration or room recording to what was recorded that evening and has none. */
export async function giveToEvening(
  db: Queryable,
  kind: 'calibration' | 'room',
  given: { id: number; rigRevisionId: number; at: Date },
): Promise<void> {
  const column = kind === 'calibration' ? 'calibration_id' : 'room_id';
  const takes = kind === 'calibration' ? `kind <> 'calibration'` : `kind = 'clip'`;
  await db.query(
    `UPDATE recordings SET ${column} = $1
     WHERE rig_revision_id = $2 AND ${takes} AND ${column} IS NULL AND recorded_at BETWEEN $3::timestamptz - ${EVENING} AND $3::timestamptz + ${EVENING}`,
    [given.id, given.rigRevisionId, given.at],
  );
}

const COLUMNS = `g.id, g.kind, g.entry_id AS "entryId", g.setting, g.run_id AS "runId", g.name,
  g.recorded_at AS "recordedAt", g.distance_cm AS "distanceCm", g.calibrator_db AS "calibratorDb",
  g.full_scale_db AS "fullScaleDb", g.calibration_id AS "calibrationId", g.room_id AS "roomId", g.digest, g.size::float8 AS size,
  g.used_anyway AS "usedAnyway", g.set_aside AS "setAside"`;

/** Clips of a round-up's entries at its revision of the rig, with what calibrates them and the room; newest first. */
const OF_ROUND_UP = `
  FROM recordings g
  JOIN live_round_ups r ON r.rig_revision_id = g.rig_revision_id
  LEFT JOIN round_up_entries c ON c.round_up_id = r.id AND c.entry_id = g.entry_id
  WHERE r.id = $1 AND (g.kind <> 'clip' OR c.entry_id IS NOT NULL)`;

/** All recordings of a round-up, without what is only drawn. */
export async function listRecordings(db: Queryable, roundUpId: number): Promise<Recording[]> {
  const { rows } = await db.query<Recording & Record<string, unknown>>(
    `SELECT ${COLUMNS}, coalesce(c.code, '') AS entry, g.sound - 'linesDbfs' - 'spectrogram' AS sound
     ${OF_ROUND_UP} ORDER BY g.recorded_at DESC, g.id DESC`,
    [roundUpId],
  );
  return rows;
}

export async function hasRecordings(db: Queryable, roundUpId: number): Promise<boolean> {
  const { rows } = await db.query<{ there: boolean }>(`SELECT EXISTS (SELECT 1 ${OF_ROUND_UP}) AS there`, [
    roundUpId,
  ]);
  return rows[0]!.there;
}

/** One recording of a round-up, whole but for its samples; null where it has none of that id. */
export async function getRecording(
  db: Queryable,
  roundUpId: number,
  recordingId: number,
): Promise<WholeRecording | null> {
  const { rows } = await db.query<WholeRecording & Record<string, unknown>>(
    `SELECT ${COLUMNS}, coalesce(c.code, '') AS entry, g.sound ${OF_ROUND_UP} AND g.id = $2`,
    [roundUpId, recordingId],
  );
  return rows[0] ?? null;
}

/** The run that a mount at the bench wrote of a setting and pass, the last of them; null where it has not yet. */
export async function findBenchRun(
  db: Queryable,
  { sessionId, setting, pass }: { sessionId: number; setting: string; pass: number },
): Promise<number | null> {
  const { rows } = await db.query<{ id: number }>(
    `SELECT id FROM runs WHERE extra ->> 'bench_session' = $1 AND setting = $2 AND pass = $3 AND deleted_at IS NULL
     ORDER BY id DESC LIMIT 1`,
    [String(sessionId), setting, pass],
  );
  return rows[0]?.id ?? null;
}

/** The drawn spectra of some recordings, by their ids. */
export async function listLines(
  db: Queryable,
  ids: readonly number[],
): Promise<Map<number, KeptSound['linesDbfs']>> {
  const { rows } = await db.query<{ id: number; lines: KeptSound['linesDbfs'] }>(
    `SELECT id, sound -> 'linesDbfs' AS lines FROM recordings WHERE id = ANY ($1)`,
    [ids],
  );
  return new Map(rows.map(({ id, lines }) => [id, lines]));
}

export interface RecordingEdit {
  calibrationId?: number | null | undefined;
  roomId?: number | null | undefined;
  usedAnyway?: string | undefined;
  setAside?: string | undefined;
}

/** Whether it was there. */
export async function editRecording(
  db: Queryable,
  recordingId: number,
  edit: RecordingEdit,
): Promise<boolean> {
  const columns: Record<keyof RecordingEdit, string> = {
    calibrationId: 'calibration_id',
    roomId: 'room_id',
    usedAnyway: 'used_anyway',
    setAside: 'set_aside',
  };
  const keys = (Object.keys(columns) as (keyof RecordingEdit)[]).filter((key) => edit[key] !== undefined);
  if (keys.length === 0) return true;
  const { rowCount } = await db.query(
    `UPDATE recordings SET ${keys.map((key, i) => `${columns[key]} = $${i + 2}`).join(', ')} WHERE id = $1`,
    [recordingId, ...keys.map((key) => edit[key])],
  );
  return rowCount === 1;
}
