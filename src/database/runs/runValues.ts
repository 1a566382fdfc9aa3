import type { RunValue, SensorWindow } from '@/core/responses/runValue';
import type { Queryable } from '../pool';

export interface ValueRow extends RunValue {
  response: string;
  /** Where spot readings were taken; empty for all else. */
  place: string;
}

/** Adds the values of runs that have none under this window yet. */
export async function insertValues(
  db: Queryable,
  windowS: number,
  made: readonly { runId: number; values: readonly ValueRow[] }[],
): Promise<void> {
  const rows = made.flatMap(({ runId, values }) => values.map((value) => ({ runId, ...value })));
  if (rows.length === 0) return;
  await db.query(
    `INSERT INTO run_values (window_s, run_id, response, place, value, settled, unsettled_reason, shortfall, measured,
                             maximum, reading_mean, reading_maximum, slope_per_min, fit, running_away, at_limit,
                             at_limit_share, step_u, readings_u, too_short)
     SELECT $1, * FROM unnest($2::int[], $3::text[], $4::text[], $5::float8[], $6::boolean[], $7::text[], $8::float8[],
                              $9::float8[], $10::float8[], $11::float8[], $12::float8[], $13::float8[], $14::jsonb[],
                              $15::boolean[], $16::boolean[], $17::float8[], $18::float8[], $19::float8[],
                              $20::text[])`,
    [
      windowS,
      rows.map((row) => row.runId),
      rows.map((row) => row.response),
      rows.map((row) => row.place),
      rows.map((row) => row.value),
      rows.map((row) => row.settled),
      rows.map((row) => row.unsettledReason),
      rows.map((row) => row.shortfall),
      rows.map(({ sensor }) => sensor?.measured ?? null),
      rows.map(({ sensor }) => sensor?.maximum ?? null),
      rows.map(({ sensor }) => sensor?.readingMean ?? null),
      rows.map(({ sensor }) => sensor?.readingMaximum ?? null),
      rows.map(({ sensor }) => sensor?.slopePerMin ?? null),
      rows.map(({ sensor }) => (sensor ? JSON.stringify(sensor.fit) : null)),
      rows.map(({ sensor }) => sensor?.runningAway ?? false),
      rows.map(({ sensor }) => sensor?.atLimit ?? false),
      rows.map(({ sensor }) => sensor?.atLimitShare ?? 0),
      rows.map((row) => row.stepU),
      rows.map((row) => row.readingsU),
      rows.map(({ sensor }) => sensor?.tooShort ?? ''),
    ],
  );
}

/** Puts the values of a run under one window in the place of those that were there. */
export async function writeValues(
  db: Queryable,
  runId: number,
  windowS: number,
  values: readonly ValueRow[],
): Promise<void> {
  await db.query(`DELETE FROM run_values WHERE run_id = $1 AND window_s = $2`, [runId, windowS]);
  await insertValues(db, windowS, [{ runId, values }]);
}

export async function dropOtherValues(
  db: Queryable,
  runId: number,
  windowsS: readonly number[],
): Promise<void> {
  await db.query(`DELETE FROM run_values WHERE run_id = $1 AND window_s <> ALL ($2)`, [runId, windowsS]);
}

/** Of the runs at the revision $2, or at that which the round-up ranks. */
const OF_ROUND_UP = `
  FROM round_ups r
  JOIN round_up_entries c ON c.round_up_id = r.id
  JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = coalesce($2, r.rig_revision_id) AND u.deleted_at IS NULL
  JOIN run_values v ON v.run_id = u.id AND v.window_s = r.window_s
  WHERE r.id = $1`;

/** A value as curves and columns take it. */
export interface PlainValue extends Omit<ValueRow, 'sensor'> {
  runId: number;
}

const PLAIN_VALUES = `
  SELECT v.run_id AS "runId", v.response, v.place, v.value, v.settled, v.unsettled_reason AS "unsettledReason", v.shortfall,
         v.step_u AS "stepU", v.readings_u AS "readingsU"
  ${OF_ROUND_UP}`;

/** The values of a round-up's runs for a response at a place. */
export async function listValues(
  db: Queryable,
  roundUpId: number,
  response: string,
  place: string,
  revisionId: number | null = null,
): Promise<PlainValue[]> {
  const { rows } = await db.query<PlainValue & Record<string, unknown>>(
    `${PLAIN_VALUES} AND v.response = $3 AND v.place = $4`,
    [roundUpId, revisionId, response, place],
  );
  return rows;
}

/** All values of a round-up's runs. */
export async function listAllValues(
  db: Queryable,
  roundUpId: number,
  revisionId: number | null = null,
): Promise<PlainValue[]> {
  const { rows } = await db.query<PlainValue & Record<string, unknown>>(PLAIN_VALUES, [
    roundUpId,
    revisionId,
  ]);
  return rows;
}

/** Which responses a round-up's runs have, at which places, and how many runs have each. */
export async function countValues(
  db: Queryable,
  roundUpId: number,
  revisionId: number | null = null,
): Promise<{ response: string; place: string; runs: number }[]> {
  const { rows } = await db.query<{ response: string; place: string; runs: number }>(
    `SELECT v.response, v.place, count(*)::int AS runs ${OF_ROUND_UP} AND u.set_aside = ''
     GROUP BY v.response, v.place ORDER BY runs DESC, v.place`,
    [roundUpId, revisionId],
  );
  return rows;
}

/** What the values of a run are made from, beside its log and its die. */
export interface ValueParts {
  noiseDb: number;
  floorDb: number;
  rpm: number | null;
  extra: Record<string, string>;
}

export async function getValueParts(db: Queryable, runId: number): Promise<ValueParts> {
  const { rows } = await db.query<ValueParts & Record<string, unknown>>(
    `SELECT noise_db AS "noiseDb", floor_db AS "floorDb", rpm, extra FROM runs WHERE id = $1`,
    [runId],
  );
  return rows[0]!;
}

/** Fans of the lab with the fastest airspeed that was measured of each; covered ones by their cover. */
export async function listFanAirspeeds(db: Queryable): Promise<[string, number][]> {
  const { rows } = await db.query<{ name: string; airspeed: number }>(
    `SELECT lower(coalesce(nullif(e.cover_name, ''), p.name)) AS name, max(v.value) AS airspeed
     FROM products p JOIN entries e ON e.product_id = p.id
     JOIN runs u ON u.entry_id = e.id AND u.deleted_at IS NULL AND u.set_aside = ''
     JOIN run_values v ON v.run_id = u.id AND v.response = 'airspeed'
     WHERE p.kind = 'fan' GROUP BY 1 ORDER BY 1`,
  );
  return rows.map(({ name, airspeed }) => [name, airspeed]);
}

/** What each run of a round-up with a score says of its unit and better side. */
export async function listScores(
  db: Queryable,
  roundUpId: number,
  revisionId: number | null = null,
): Promise<{ runId: number; unit: string; better: string }[]> {
  const { rows } = await db.query<{ runId: number; unit: string; better: string }>(
    `SELECT u.id AS "runId", coalesce(u.extra->>'score_unit', '') AS unit, coalesce(u.extra->>'score_better', '') AS better
     ${OF_ROUND_UP} AND v.response = 'score' AND u.set_aside = '' ORDER BY u.id`,
    [roundUpId, revisionId],
  );
  return rows;
}

interface KeptValue extends Omit<ValueRow, 'sensor'>, Record<string, unknown> {
  measured: number | null;
  maximum: number | null;
  readingMean: number | null;
  readingMaximum: number | null;
  slopePerMin: number | null;
  fit: SensorWindow['fit'] | null;
  tooShort: string;
  runningAway: boolean;
  atLimit: boolean;
  atLimitShare: number;
}

function sensorOf({ measured, readingMean, fit, ...row }: KeptValue): SensorWindow | null {
  if (measured === null || readingMean === null || fit === null) return null;
  const { maximum, readingMaximum, slopePerMin, tooShort, runningAway, atLimit, atLimitShare } = row;
  return {
    ...{ measured, readingMean, fit, maximum, readingMaximum, slopePerMin },
    ...{ tooShort, runningAway, atLimit, atLimitShare },
  };
}

/** What a run came to under one window, response by response. */
export async function valuesOfRun(db: Queryable, runId: number, windowS: number): Promise<ValueRow[]> {
  const { rows } = await db.query<KeptValue>(
    `SELECT response, place, value, settled, unsettled_reason AS "unsettledReason", shortfall, measured, maximum,
            reading_mean AS "readingMean", reading_maximum AS "readingMaximum", slope_per_min AS "slopePerMin", fit,
            running_away AS "runningAway", at_limit AS "atLimit", at_limit_share AS "atLimitShare", step_u AS "stepU",
            readings_u AS "readingsU", too_short AS "tooShort"
     FROM run_values WHERE run_id = $1 AND window_s = $2 ORDER BY response, place`,
    [runId, windowS],
  );
  return rows.map((row) => ({
    response: row.response,
    place: row.place,
    value: row.value,
    settled: row.settled,
    unsettledReason: row.unsettledReason,
    shortfall: row.shortfall,
    stepU: row.stepU,
    readingsU: row.readingsU,
    sensor: sensorOf(row),
  }));
}
