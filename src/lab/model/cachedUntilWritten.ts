import { labStamp } from '@/database/lab/labWrites';
import { isInSnapshot, type Queryable } from '@/database/pool';
import { apartFromRequest } from '@/database/sentRequests';

interface Kept<T> {
  stamp: string;
  value: T;
}

interface Reading<T> {
  /** Stamp of the lab as the reading began; null until it has been asked. */
  stamp: string | null;
  result: Promise<T>;
}

/**
 * Asks once for all who come while an earlier asking is under way: what they are told was asked after they came, and so is never older
 * than they are.
 */
function askedTogether<T>(ask: (db: Queryable) => Promise<T>): (db: Queryable) => Promise<T> {
  const under: { way?: Promise<unknown> | undefined; next?: Promise<T> | undefined } = {};
  return (db) => {
    under.next ??= (under.way ?? Promise.resolve())
      .catch(() => undefined)
      .then(() => {
        under.way = under.next;
        under.next = undefined;
        return ask(db);
      });
    return under.next;
  };
}

const currentStamp = askedTogether(labStamp);

/**
 * Remembers the last `most` results of a reading for as long as no transaction has written to the lab since,
 * whichever process it came from: the stamp is asked of the database each time, and taken before the reading,
 * so that what is kept may be too new for its stamp but never too old. While others write, all who come during one
 * reading wait for the next together: there is never more than one at work for an id. Within a snapshot nothing may be
 * too new: it is read.
 */
export function cachedUntilWritten<T>(read: (db: Queryable, id: number) => Promise<T>, most: number) {
  const kept = new Map<number, Kept<T>>();
  const atWork = new Map<number, Reading<T>>();
  const next = new Map<number, Promise<T>>();

  function keep(id: number, made: Kept<T>): void {
    // The last used goes to the end; the first in line is the longest unused.
    kept.delete(id);
    kept.set(id, made);
    for (const oldest of kept.keys()) {
      if (kept.size <= most) break;
      kept.delete(oldest);
    }
  }

  function begin(db: Queryable, id: number, known: string | null): Promise<T> {
    const made = async () => {
      const stamp = (reading.stamp ??= await currentStamp(db));
      const value = await read(db, id);
      keep(id, { stamp, value });
      return value;
    };
    const reading: Reading<T> = {
      stamp: known,
      result: Promise.resolve()
        .then(() => apartFromRequest(made))
        .finally(() => atWork.delete(id)),
    };
    atWork.set(id, reading);
    return reading.result;
  }

  return async (db: Queryable, id: number): Promise<T> => {
    if (isInSnapshot()) return read(db, id);
    const stamp = await currentStamp(db);
    const known = kept.get(id);
    if (known?.stamp === stamp) {
      keep(id, known);
      return known.value;
    }
    const now = atWork.get(id);
    if (!now) return begin(db, id, stamp);
    if (now.stamp === stamp) return now.result;
    const waiting =
      next.get(id) ??
      now.result
        .catch(() => undefined)
        .then(() => {
          next.delete(id);
          return begin(db, id, null);
        });
    next.set(id, waiting);
    return waiting;
  };
}

/** Computes once for each object and remembers it for as long as the object lives. */
export function memoized<K extends WeakKey, T>(compute: (given: K) => T): (given: K) => T {
  const known = new WeakMap<K, T>();
  return (other) => {
    const found = known.get(other);
    if (found !== undefined) return found;
    const value = compute(other);
    known.set(other, value);
    return value;
  };
}
