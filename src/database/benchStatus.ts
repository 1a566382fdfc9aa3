import { BENCH_CHANNEL, ORDERS_CHANNEL } from './bench';
import type { Queryable } from './pool';

export interface InstrumentState {
  name: string;
  /** What it answers to *IDN?; empty where it does not. */
  identity: string;
  /** What is wrong with it, in words; empty where all is well. */
  fault: string;
}

export interface BenchStatus {
  /** Wall time since the bench process was last heard of, s; null before the first time. */
  silentS: number | null;
  instruments: InstrumentState[];
  /** Why nothing can be measured; empty where it can. */
  problem: string;
  /** How fast the simulated rig's clock runs; null for real instruments. */
  speed: number | null;
  wantedSpeed: number | null;
  pushToken: string;
}

export async function readStatus(db: Queryable): Promise<BenchStatus> {
  const { rows } = await db.query<BenchStatus & Record<string, unknown>>(
    `SELECT extract(epoch FROM clock_timestamp() - seen_at)::float8 AS "silentS", instruments, problem, speed,
            wanted_speed AS "wantedSpeed", push_token AS "pushToken" FROM bench_status`,
  );
  return rows[0]!;
}

export async function writeStatus(
  db: Queryable,
  of: Pick<BenchStatus, 'instruments' | 'problem' | 'speed'>,
): Promise<void> {
  await db.query(
    `UPDATE bench_status SET seen_at = clock_timestamp(), instruments = $1, problem = $2, speed = $3`,
    [JSON.stringify(of.instruments), of.problem, of.speed],
  );
  await db.query(`SELECT pg_notify($1, '')`, [BENCH_CHANNEL]);
}

export async function wantSpeed(db: Queryable, speed: number): Promise<void> {
  await db.query(`UPDATE bench_status SET wanted_speed = $1`, [speed]);
  await db.query(`SELECT pg_notify($1, '')`, [ORDERS_CHANNEL]);
}
