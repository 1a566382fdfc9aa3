import { AsyncLocalStorage } from 'node:async_hooks';
import { deserialize, serialize } from 'node:v8';
import type { Queryable } from './queryable';

interface SentRequest {
  /** What tells this request from every other: the same where it is sent again. */
  request: string;
  /** Its transactions so far. */
  parts: number;
}

const requests = new AsyncLocalStorage<SentRequest | null>();

/** Runs the handling of a request that may be sent again: each of its transactions counts once, whoever sends it how often. */
export const inRequest = <T>(request: string, work: () => Promise<T>): Promise<T> =>
  requests.run({ request, parts: 0 }, work);

/** What is read for all who wait is no part of the request that happened to begin it: its transactions count as nobody's. */
export const apartFromRequest = <T>(work: () => Promise<T>): Promise<T> => requests.run(null, work);

/** The request that is being handled, for work that goes on in another process; null where it carries no key. */
export const requestAtHand = (): string | null => requests.getStore()?.request ?? null;

/**
 * The work of one transaction, or what it gave when the same request was sent before. Two of one request at once wait for each
 * other: the second finds the row of the first, or none where that was rolled back.
 */
export function onceSent<T>(work: (db: Queryable) => Promise<T>): (db: Queryable) => Promise<T> {
  const sent = requests.getStore();
  if (!sent) return work;
  const key = [sent.request, (sent.parts += 1)];
  return async (db) => {
    const { rowCount } = await db.query(
      `INSERT INTO sent_requests (request, part) VALUES ($1, $2) ON CONFLICT DO NOTHING`,
      key,
    );
    if (rowCount === 0) {
      const { rows } = await db.query<{ answer: Buffer }>(
        `SELECT answer FROM sent_requests WHERE request = $1 AND part = $2`,
        key,
      );
      return deserialize(rows[0]!.answer) as T;
    }
    const result = await work(db);
    await db.query(`UPDATE sent_requests SET answer = $3 WHERE request = $1 AND part = $2`, [
      ...key,
      serialize(result),
    ]);
    return result;
  };
}

/** Part under which the answer of a whole request is stored. Its transactions count from 1. */
const WHOLE = 0;

/**
 * The result of the next transaction of the request at hand if it was sent before, without running anything. Undefined if it was not, or
 * if the request carries no key.
 */
export async function earlierResult<T>(db: Queryable): Promise<T | undefined> {
  const sent = requests.getStore();
  return sent ? storedAnswer<T>(db, sent.request, sent.parts + 1) : undefined;
}

/** The stored answer of a whole request, or undefined. */
export const earlierAnswer = <T>(db: Queryable, request: string): Promise<T | undefined> =>
  storedAnswer<T>(db, request, WHOLE);

async function storedAnswer<T>(db: Queryable, request: string, part: number): Promise<T | undefined> {
  const { rows } = await db.query<{ answer: Buffer | null }>(
    `SELECT answer FROM sent_requests WHERE request = $1 AND part = $2`,
    [request, part],
  );
  return rows[0]?.answer ? (deserialize(rows[0].answer) as T) : undefined;
}

/** Stores the answer of a whole request. The first one stays. */
export async function keepAnswer(db: Queryable, request: string, answer: unknown): Promise<void> {
  await db.query(
    `INSERT INTO sent_requests (request, part, answer) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING`,
    [request, WHOLE, serialize(answer)],
  );
}

/** Nobody sends again what was sent yesterday. */
export async function forgetSentRequests(db: Queryable): Promise<void> {
  await db.query(`DELETE FROM sent_requests WHERE at < lab_now() - interval '1 day'`);
}
