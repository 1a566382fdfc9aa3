import type { BenchCommand, BenchRule, BenchSample, BenchState } from '@/core/bench/benchState';
import type { Queryable } from './pool';

export const BENCH_CHANNEL = 'bench';
/** Held by the one process that owns the rig. */
export const BENCH_LOCK = 71_205_533;

export interface BenchSession {
  id: number;
  roundUpId: number;
  mounting: string;
  state: BenchState;
  rule: BenchRule;
  faults: string[];
  startedAt: Date;
  writtenAt: Date | null;
  clockS: number;
  endedAt: Date | null;
}

const SELECT = `
  SELECT id, round_up_id AS "roundUpId", mounting, state, rule, faults, started_at AS "startedAt",
         written_at AS "writtenAt", clock_s AS "clockS", ended_at AS "endedAt" FROM bench_sessions`;

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
  of: { roundUpId: number; mounting: string; state: BenchState; rule: BenchRule },
): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO bench_sessions (round_up_id, mounting, state, rule) VALUES ($1, $2, $3, $4) RETURNING id`,
    [of.roundUpId, of.mounting, JSON.stringify(of.state), JSON.stringify(of.rule)],
  );
  await notifyBench(db);
  return rows[0]!.id;
}

export async function notifyBench(db: Queryable): Promise<void> {
  await db.query(`SELECT pg_notify($1, '')`, [BENCH_CHANNEL]);
}

export interface BenchWrite {
  sessionId: number;
  state: BenchState;
  clockS: number;
  faults: string[];
  ended: boolean;
  samples: (BenchSample & { gap: boolean })[];
  taken: number[];
}

/** What happened since the last write; writing the same twice changes nothing. */
export async function writeBench(db: Queryable, of: BenchWrite): Promise<void> {
  await db.query(
    `UPDATE bench_sessions SET state = $2, clock_s = $3, faults = $4, written_at = now(),
            ended_at = CASE WHEN $5 THEN coalesce(ended_at, now()) ELSE ended_at END WHERE id = $1`,
    [of.sessionId, JSON.stringify(of.state), of.clockS, of.faults, of.ended],
  );
  if (of.samples.length > 0) {
    const column = (name: keyof BenchSample) =>
      of.samples.map((sample) => (Number.isNaN(sample[name]) ? null : sample[name]));
    await db.query(
      `INSERT INTO bench_samples (session_id, at_s, die_c, room_c, power_w, fan_rpm, level_db, gap)
       SELECT $1, * FROM unnest($2::float8[], $3::real[], $4::real[], $5::real[], $6::real[], $7::real[], $8::boolean[])
       ON CONFLICT DO NOTHING`,
      [of.sessionId, column('atS'), column('dieC'), column('roomC'), column('powerW'), column('fanRpm'), column('levelDb'), of.samples.map((sample) => sample.gap)],
    ); // prettier-ignore
  }
  if (of.taken.length > 0)
    await db.query(`UPDATE bench_commands SET taken_at = now() WHERE id = ANY($1)`, [of.taken]);
  await notifyBench(db);
}

export interface KeptSample extends BenchSample {
  gap: boolean;
}

/** Samples of a session after a bench clock, ascending; missing readings as NaN. */
export async function listSamples(
  db: Queryable,
  sessionId: number,
  afterS: number,
  most = 20_000,
): Promise<KeptSample[]> {
  const { rows } = await db.query<Record<keyof BenchSample, number | null> & { gap: boolean }>(
    `SELECT at_s AS "atS", die_c AS "dieC", room_c AS "roomC", power_w AS "powerW", fan_rpm AS "fanRpm",
            level_db AS "levelDb", gap
     FROM (SELECT * FROM bench_samples WHERE session_id = $1 AND at_s > $2 ORDER BY at_s DESC LIMIT $3) last ORDER BY at_s`,
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
  await notifyBench(db);
}

export async function listOpenCommands(
  db: Queryable,
  sessionId: number,
): Promise<{ id: number; command: BenchCommand }[]> {
  const { rows } = await db.query<{ id: number; command: BenchCommand }>(
    `SELECT id, command FROM bench_commands WHERE session_id = $1 AND taken_at IS NULL ORDER BY id`,
    [sessionId],
  );
  return rows;
}
