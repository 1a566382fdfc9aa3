import type { LiveStatus } from '@/core/bench/benchEvent';
import { BENCH_CHANNEL, ORDERS_CHANNEL } from './bench';
import type { Queryable } from '../pool';

/** The bench as its process last told it, and what is wanted of it. */
export interface BenchStatus extends LiveStatus {
  wantedSpeed: number | null;
}

export async function readStatus(db: Queryable): Promise<BenchStatus> {
  const { rows } = await db.query<BenchStatus & Record<string, unknown>>(
    `SELECT extract(epoch FROM lab_clock() - seen_at)::float8 AS "silentS", instruments, problem, speed,
            wanted_speed AS "wantedSpeed" FROM bench_status`,
  );
  return rows[0]!;
}

export async function writeStatus(
  db: Queryable,
  status: Pick<BenchStatus, 'instruments' | 'problem' | 'speed'>,
): Promise<void> {
  await db.query(
    `UPDATE bench_status SET seen_at = lab_clock(), instruments = $1, problem = $2, speed = $3`,
    [JSON.stringify(status.instruments), status.problem, status.speed],
  );
  await db.query(`SELECT pg_notify($1, '')`, [BENCH_CHANNEL]);
}

export async function wantSpeed(db: Queryable, speed: number): Promise<void> {
  await db.query(`UPDATE bench_status SET wanted_speed = $1`, [speed]);
  await db.query(`SELECT pg_notify($1, '')`, [ORDERS_CHANNEL]);
}

export async function readPushToken(db: Queryable): Promise<string> {
  const { rows } = await db.query<{ token: string }>(`SELECT push_token AS token FROM bench_status`);
  return rows[0]!.token;
}

export async function writePushToken(db: Queryable, token: string): Promise<void> {
  await db.query(`UPDATE bench_status SET push_token = $1`, [token]);
}
