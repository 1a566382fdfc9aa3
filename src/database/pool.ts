import { AsyncLocalStorage } from 'node:async_hooks';
import { Pool, type PoolClient, type QueryResultRow } from 'pg';
import { clockOption } from './clockOption';
import { wasHeldUp } from './loopLag';
import type { Queryable } from './queryable';
import { onceSent } from './sentRequests';

export type { Queryable } from './queryable';

/** PostgreSQL does not answer: nothing was written. */
export class DatabaseAway extends Error {
  /** Survives to the error page, where Next.js hides the message. */
  readonly digest = 'DATABASE_AWAY';

  constructor(
    cause: unknown,
    /** It fell silent while it was told to keep a change: nobody knows whether it did. */
    readonly unsure = false,
  ) {
    super('the database does not answer', { cause });
    this.name = 'DatabaseAway';
  }
}

/** All connections are taken by others of this process: nothing was asked of PostgreSQL, which answers, and nothing was written. */
export class DatabaseBusy extends Error {
  readonly digest = 'DATABASE_BUSY';

  constructor(cause: unknown) {
    super('the lab is busy', { cause });
    this.name = 'DatabaseBusy';
  }
}

// Next.js may load this module more than once in a process; the pool must be one all the same.
const shared = globalThis as { abanicoPool?: Pool; abanicoSilentMs?: number; abanicoAnsweredMs?: number };

const MOST_CONNECTIONS = 8;
/** A page says that the database is silent within five seconds. */
const ANSWER_MS = 4000;

/** How long a query may take in this process, ms. */
function patienceMs(): number {
  return Number(process.env.ABANICO_PATIENCE_MS ?? ANSWER_MS);
}

function pool(): Pool {
  if (!shared.abanicoPool) {
    const connectionString = process.env.DATABASE_URL;
    if (!connectionString) throw new DatabaseAway('DATABASE_URL is not set');
    shared.abanicoPool = new Pool({
      connectionString,
      max: MOST_CONNECTIONS,
      options: clockOption(),
      connectionTimeoutMillis: 3000,
      keepAlive: true,
      // A server that lives ends the query itself; from one that is frozen nothing comes, and the wait ends here.
      statement_timeout: patienceMs(),
      query_timeout: patienceMs() + 300,
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
  // Ended by the statement timeout.
  '57014',
]);

function isAway(error: unknown): boolean {
  if (error instanceof AggregateError) return error.errors.some(isAway);
  const { code, message } = error as { code?: string; message?: string };
  return (
    AWAY_CODES.has(code ?? '') ||
    /Connection terminated|timeout exceeded when trying to connect|Query read timeout/.test(message ?? '')
  );
}

const isOwnQueue = (error: unknown) =>
  /timeout exceeded when trying to connect/.test((error as Error).message);

/**
 * Whether a wait that ran out says that we are slow and not PostgreSQL: it has answered another meanwhile, or this process was held up
 * by its own work when the answer came.
 */
function isBusy(error: unknown): boolean {
  const hasAnswered = performance.now() - (shared.abanicoAnsweredMs ?? -Infinity) < patienceMs();
  if (isOwnQueue(error)) return hasAnswered && shared.abanicoPool?.totalCount === MOST_CONNECTIONS;
  return isTimeout(error) && wasHeldUp(patienceMs());
}

/** How often a wait in our own queue, each of three seconds, is begun again before the lab is called busy. */
const queueTries = () => Number(process.env.ABANICO_QUEUE_TRIES ?? 4);

/** Asks for a connection, and goes on waiting where others of this process have them all: nothing was asked of PostgreSQL yet. */
async function inQueue<T>(ask: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await ask();
    } catch (error) {
      if (!isOwnQueue(error) || !isBusy(error) || tries >= queueTries()) throw error;
    }
  }
}

/** Remembers when PostgreSQL has answered last. */
async function marked<T>(ask: () => Promise<T>): Promise<T> {
  const answer = await ask();
  shared.abanicoAnsweredMs = performance.now();
  return answer;
}

/** The pool as query modules see it. */
const patientPool: Queryable = {
  query: <R extends QueryResultRow>(text: string, values?: unknown[]) =>
    inQueue(() => marked(() => pool().query<R>(text, values))),
};

/** Nobody waits anew, for so long, on one that has just kept another waiting: a page asks many times. */
const SILENT_MS = 1500;

const isTimeout = (error: unknown) => /Query read timeout|connection timeout/.test((error as Error).message);

async function telling<T>(work: () => Promise<T>, isUnsure = () => false): Promise<T> {
  if (performance.now() - (shared.abanicoSilentMs ?? -Infinity) < SILENT_MS)
    throw new DatabaseAway('it has just kept another waiting');
  try {
    return await work();
  } catch (error) {
    if (!isAway(error)) throw error;
    if (!isUnsure() && isBusy(error)) throw new DatabaseBusy(error);
    if (isTimeout(error)) shared.abanicoSilentMs = performance.now();
    throw new DatabaseAway(error, isUnsure());
  }
}

const snapshots = new AsyncLocalStorage<Queryable>();

/** Whether reads see the lab as it was when somebody began to read all of it. */
export const isInSnapshot = () => snapshots.getStore() !== undefined;

/** Runs reads on one connection of the pool, or on that of the snapshot that is being read. */
export async function withDatabase<T>(work: (db: Queryable) => Promise<T>): Promise<T> {
  return telling(() => work(snapshots.getStore() ?? patientPool));
}

/** One connection takes one query after the other, whoever asks. */
function inTurn(client: PoolClient): Queryable {
  let last: Promise<unknown> = Promise.resolve();
  return {
    query: <R extends QueryResultRow>(text: string, values?: unknown[]) => {
      const next = last.then(() => marked(() => client.query<R>(text, values)));
      last = next.catch(() => undefined);
      return next;
    },
  };
}

/** One transaction on a connection of its own: all of it, or none. */
async function transaction<T>(begin: string, work: (db: Queryable) => Promise<T>): Promise<T> {
  let committing = false;
  return telling(
    async () => {
      const client: PoolClient = await inQueue(() => pool().connect());
      let broken = false;
      try {
        await client.query(begin);
        const result = await work(inTurn(client));
        committing = true;
        await client.query('COMMIT');
        return result;
      } catch (error) {
        // One that has fallen silent would keep us waiting again.
        if (/Query read timeout/.test((error as Error).message)) broken = true;
        else await client.query('ROLLBACK').catch(() => (broken = true));
        throw error;
      } finally {
        client.release(broken);
      }
    },
    () => committing,
  );
}

/** Runs writes in one transaction: all of them, or none; and once, where the request says which it is (`inRequest`). */
export function inTransaction<T>(work: (db: Queryable) => Promise<T>): Promise<T> {
  return transaction('BEGIN', onceSent(work));
}

/** All that is read within sees the lab as it was at one moment, whatever others write meanwhile (repeatable read). */
export function inSnapshot<T>(work: () => Promise<T>): Promise<T> {
  if (isInSnapshot()) return work();
  return transaction('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY', (db) => snapshots.run(db, work));
}

export async function closePool(): Promise<void> {
  await shared.abanicoPool?.end();
  delete shared.abanicoPool;
}
