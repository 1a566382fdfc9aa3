import { Pool, type PoolClient, type QueryResultRow } from 'pg';

/** What query modules need of a connection; they open none themselves. */
export interface Queryable {
  query<R extends QueryResultRow>(
    text: string,
    values?: unknown[],
  ): Promise<{ rows: R[]; rowCount: number | null }>;
}

/** PostgreSQL does not answer: nothing was written. */
export class DatabaseAway extends Error {
  /** Survives to the error page, where Next.js hides the message. */
  readonly digest = 'DATABASE_AWAY';

  constructor(cause: unknown) {
    super('the database does not answer', { cause });
    this.name = 'DatabaseAway';
  }
}

// Next.js may load this module more than once in a process; the pool must be one all the same.
const shared = globalThis as { abanicoPool?: Pool };

function pool(): Pool {
  if (!shared.abanicoPool) {
    const connectionString = process.env.DATABASE_URL;
    if (!connectionString) throw new DatabaseAway('DATABASE_URL is not set');
    shared.abanicoPool = new Pool({
      connectionString,
      max: 8,
      connectionTimeoutMillis: 3000,
      keepAlive: true,
    });
    // An idle connection that breaks is replaced at the next query; it must not end the process.
    shared.abanicoPool.on('error', () => undefined);
  }
  return shared.abanicoPool;
}

const AWAY_CODES = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
  '57P01',
  '57P02',
  '57P03',
  '08006',
  '08001',
  '08003',
]);

function isAway(error: unknown): boolean {
  if (error instanceof AggregateError) return error.errors.some(isAway);
  const { code, message } = error as { code?: string; message?: string };
  return (
    AWAY_CODES.has(code ?? '') ||
    /Connection terminated|timeout exceeded when trying to connect/.test(message ?? '')
  );
}

async function telling<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw isAway(error) ? new DatabaseAway(error) : error;
  }
}

/** Runs reads on one connection of the pool. */
export async function withDatabase<T>(work: (db: Queryable) => Promise<T>): Promise<T> {
  return telling(() => work(pool()));
}

/** Runs writes in one transaction: all of them, or none. */
export async function inTransaction<T>(work: (db: Queryable) => Promise<T>): Promise<T> {
  return telling(async () => {
    const client: PoolClient = await pool().connect();
    let broken = false;
    try {
      await client.query('BEGIN');
      const result = await work(client);
      await client.query('COMMIT');
      return result;
    } catch (error) {
      await client.query('ROLLBACK').catch(() => (broken = true));
      throw error;
    } finally {
      client.release(broken);
    }
  });
}

export async function closePool(): Promise<void> {
  await shared.abanicoPool?.end();
  delete shared.abanicoPool;
}
