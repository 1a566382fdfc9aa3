import type { BenchCommand, BenchRule, BenchSample, BenchState, SkippedPoint } from '@/core/bench/benchState';
import type { Queryable } from '../pool';

/** Pages listen here for what the bench process has written. */
export const BENCH_CHANNEL = 'bench';
/** The bench process listens here for what it is told. */
export const ORDERS_CHANNEL = 'bench_orders';

export interface BenchSession {
  id: number;
  roundUpId: number;
  mounting: string;
  state: BenchState;
  rule: BenchRule;
  runsWritten: number;
  /** Bench clock at the last write, s, its speed, and how long ago that was, s of wall time. */
  clockS: number;
  speed: number;
  silentS: number;
  ended: boolean;
}

const SELECT = `
  SELECT id, round_up_id AS "roundUpId", mounting, state, rule, runs_written AS "runsWritten", clock_s AS "clockS",
         speed, greatest(0, extract(epoch FROM lab_clock() - written_at))::float8 AS "silentS", ended_at IS NOT NULL AS ended
  FROM bench_sessions`;

/** The mount that is on the rig; null where there is none. */
export async function openSession(db: Queryable): Promise<BenchSession | null> {
  const { rows } = await db.query<BenchSession & Record<string, unknown>>(`${SELECT} WHERE ended_at IS NULL`);
  return rows[0] ?? null;
}

export async function lastSession(db: Queryable, roundUpId: number): Promise<BenchSession | null> {
  const { rows } = await db.query<BenchSession & Record<string, unknown>>(
    `${SELECT} WHERE round_up_id = $1 ORDER BY id DESC LIMIT 1`,
    [roundUpId],
  );
  return rows[0] ?? null;
}

export async function insertSession(
  db: Queryable,
  session: { roundUpId: number; mounting: string; state: BenchState; rule: BenchRule },
): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO bench_sessions (round_up_id, rig_revision_id, mounting, state, rule)
     SELECT id, rig_revision_id, $2, $3, $4 FROM round_ups WHERE id = $1 RETURNING id`,
    [session.roundUpId, session.mounting, JSON.stringify(session.state), JSON.stringify(session.rule)],
  );
  await db.query(`SELECT pg_notify($1, ''), pg_notify($2, '')`, [BENCH_CHANNEL, ORDERS_CHANNEL]);
  return rows[0]!.id;
}

export interface SkippedRun extends SkippedPoint {
  entry: string;
  mount: number;
}

/** Points that mounts of a round-up have left out for good on its rig; those of a mount that was made again are not among them. */
export async function listSkipped(db: Queryable, roundUpId: number): Promise<SkippedRun[]> {
  const { rows } = await db.query<{ state: BenchState }>(
    `SELECT b.state FROM bench_sessions b JOIN round_ups r ON r.id = b.round_up_id AND r.rig_revision_id = b.rig_revision_id
     WHERE b.round_up_id = $1 AND NOT b.superseded ORDER BY b.id`,
    [roundUpId],
  );
  return rows.flatMap(({ state: { entry, mount, skipped } }) =>
    skipped.map((point) => ({ entry, mount, ...point })),
  );
}

/** An entry's mount is made again, on the round-up's rig. */
export async function supersede(
  db: Queryable,
  roundUpId: number,
  given: { entry: string; mount: number },
): Promise<void> {
  await db.query(
    `UPDATE bench_sessions b SET superseded = true FROM round_ups r
     WHERE b.round_up_id = $1 AND r.id = $1 AND r.rig_revision_id = b.rig_revision_id
       AND b.state ->> 'entry' = $2 AND (b.state ->> 'mount')::int = $3`,
    [roundUpId, given.entry, given.mount],
  );
}

export interface KeptSample extends BenchSample {
  gap: boolean;
}

const ofSample = (samples: readonly KeptSample[], name: keyof Omit<BenchSample, 'more' | 'withinS'>) =>
  samples.map((sample) => (Number.isNaN(sample[name]) ? null : sample[name]));

/** Writes samples and where the mount stands; writing the same twice changes nothing. */
export async function writeProgress(
  db: Queryable,
  progress: {
    sessionId: number;
    state: BenchState;
    clockS: number;
    speed: number;
    samples: readonly KeptSample[];
  },
): Promise<void> {
  const { samples } = progress;
  await db.query(
    `UPDATE bench_sessions SET state = $2, clock_s = $3, speed = $4, written_at = lab_clock() WHERE id = $1`,
    [progress.sessionId, JSON.stringify(progress.state), progress.clockS, progress.speed],
  );
  if (samples.length > 0)
    await db.query(
      `INSERT INTO bench_samples (session_id, at_s, die_c, room_c, power_w, fan_rpm, level_db, more, gap)
       SELECT $1, * FROM unnest($2::float8[], $3::real[], $4::real[], $5::real[], $6::real[], $7::real[], $8::jsonb[],
                                $9::boolean[])
       ON CONFLICT DO NOTHING`,
      [
        progress.sessionId,
        ofSample(samples, 'atS'),
        ofSample(samples, 'dieC'),
        ofSample(samples, 'roomC'),
        ofSample(samples, 'powerW'),
        ofSample(samples, 'fanRpm'),
        ofSample(samples, 'levelDb'),
        samples.map((sample) => (sample.more ? JSON.stringify(sample.more) : null)),
        samples.map((sample) => sample.gap),
      ],
    );
  await db.query(`SELECT pg_notify($1, '')`, [BENCH_CHANNEL]);
}

export async function endSession(db: Queryable, sessionId: number): Promise<void> {
  await db.query(`UPDATE bench_sessions SET ended_at = lab_now() WHERE id = $1 AND ended_at IS NULL`, [
    sessionId,
  ]);
}

/**
 * Counts the runs written up to `upTo`; how many were written before, locked until the transaction ends. Null where
 * the session is not there any more.
 */
export async function countRunsWritten(
  db: Queryable,
  sessionId: number,
  upTo: number,
): Promise<number | null> {
  const { rows } = await db.query<{ before: number }>(
    `SELECT runs_written AS before FROM bench_sessions WHERE id = $1 FOR UPDATE`,
    [sessionId],
  );
  await db.query(`UPDATE bench_sessions SET runs_written = greatest(runs_written, $2) WHERE id = $1`, [
    sessionId,
    upTo,
  ]);
  return rows[0]?.before ?? null;
}

/** Samples of a session after a bench clock, ascending; missing readings as NaN. The last `most` of them. */
export async function listSamples(
  db: Queryable,
  sessionId: number,
  afterS: number,
  most = 1_000_000,
): Promise<KeptSample[]> {
  const { rows } = await db.query<
    Record<Exclude<keyof BenchSample, 'more'>, number | null> & {
      gap: boolean;
      more: Record<string, number> | null;
    }
  >(
    `SELECT at_s AS "atS", die_c AS "dieC", room_c AS "roomC", power_w AS "powerW", fan_rpm AS "fanRpm",
            level_db AS "levelDb", more, gap
     FROM (SELECT * FROM bench_samples WHERE session_id = $1 AND at_s > $2 ORDER BY at_s DESC LIMIT $3) last
     ORDER BY at_s`,
    [sessionId, afterS, most],
  );
  const there = (value: number | null) => value ?? Number.NaN;
  return rows.map((row) => ({
    atS: row.atS!,
    dieC: there(row.dieC),
    roomC: there(row.roomC),
    powerW: there(row.powerW),
    fanRpm: there(row.fanRpm),
    levelDb: there(row.levelDb),
    ...(row.more ? { more: row.more } : {}),
    gap: row.gap,
  }));
}

export async function insertCommand(
  db: Queryable,
  sessionId: number,
  command: BenchCommand,
  who: string,
): Promise<void> {
  await db.query(`INSERT INTO bench_commands (session_id, command, who) VALUES ($1, $2, $3)`, [
    sessionId,
    JSON.stringify(command),
    who,
  ]);
  await db.query(`SELECT pg_notify($1, '')`, [ORDERS_CHANNEL]);
}

export interface GivenCommand {
  id: number;
  command: BenchCommand;
}

export async function listOpenCommands(db: Queryable, sessionId: number): Promise<GivenCommand[]> {
  const { rows } = await db.query<GivenCommand & Record<string, unknown>>(
    `SELECT id, command FROM bench_commands WHERE session_id = $1 AND taken_at IS NULL ORDER BY id`,
    [sessionId],
  );
  return rows;
}

export async function markTaken(db: Queryable, ids: readonly number[]): Promise<void> {
  if (ids.length > 0)
    await db.query(`UPDATE bench_commands SET taken_at = lab_now() WHERE id = ANY($1)`, [ids]);
}

export interface TriedRun {
  id: number;
  /** The mount at the bench that it came from; empty for runs from elsewhere. */
  session: string;
  loadW: number;
  loadName: string;
  gpuLoadW: number;
  setting: string;
  riseK: number;
}

/** Runs of what a round-up cites, on the rig that it ranks. */
const RUNS_CITED = `live_round_ups r JOIN round_up_entries c ON c.round_up_id = r.id
     JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id AND u.deleted_at IS NULL`;

/** Runs of an entry's mount that were set aside to mount it again, one row for each run. */
export async function listRejectedTries(
  db: Queryable,
  roundUpId: number,
  { entry, mount }: { entry: string; mount: number },
): Promise<TriedRun[]> {
  const { rows } = await db.query<TriedRun & Record<string, unknown>>(
    `SELECT u.id, coalesce(u.extra ->> 'bench_session', '') AS session, u.load_w AS "loadW", u.load_name AS "loadName",
            u.gpu_load_w AS "gpuLoadW", u.setting, coalesce(v.value, 'NaN') AS "riseK"
     FROM ${RUNS_CITED}
     LEFT JOIN run_values v ON v.run_id = u.id AND v.window_s = r.window_s AND v.response = 'rise'
     WHERE r.id = $1 AND c.code = $2 AND u.mount = $3 AND u.aside_as = 'remounted'`,
    [roundUpId, entry, mount],
  );
  return rows;
}

/** What a run has beside its columns where its mount was tried again, agreed, and was let stand. */
export const AGREE = 'tries_agree';

/** Whether a counting run of the mount was let stand since its tries agree. */
export async function triesAgree(
  db: Queryable,
  roundUpId: number,
  { entry, mount }: { entry: string; mount: number },
): Promise<boolean> {
  const { rows } = await db.query<{ agree: boolean }>(
    `SELECT EXISTS (SELECT 1 FROM ${RUNS_CITED}
       WHERE r.id = $1 AND c.code = $2 AND u.mount = $3 AND u.set_aside = '' AND u.extra ? '${AGREE}') AS agree`,
    [roundUpId, entry, mount],
  );
  return rows[0]!.agree;
}
