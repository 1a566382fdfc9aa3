import { labStamp } from '@/database/labWrites';
import { isInSnapshot, type Queryable } from '@/database/pool';

interface Kept<T> {
  stamp: string;
  value: Promise<T>;
}

/**
 * Remembers the last `most` results of a reading for as long as no transaction has written to the lab since,
 * whichever process it came from: the stamp is asked of the database each time, and taken before the reading,
 * so that what is kept may be too new for its stamp but never too old. Within a snapshot nothing may be too new: it is read.
 */
export function keptWhileUnwritten<T>(read: (db: Queryable, id: number) => Promise<T>, most: number) {
  const kept = new Map<number, Kept<T>>();
  return async (db: Queryable, id: number): Promise<T> => {
    if (isInSnapshot()) return read(db, id);
    const stamp = await labStamp(db);
    const known = kept.get(id);
    kept.delete(id);
    // Read once for all who wait for it.
    const value = known?.stamp === stamp ? known.value : read(db, id);
    // The last used goes to the end; the first in line is the longest unused.
    kept.set(id, { stamp, value });
    for (const oldest of kept.keys()) {
      if (kept.size <= most) break;
      kept.delete(oldest);
    }
    try {
      return await value;
    } catch (error) {
      if (kept.get(id)?.value === value) kept.delete(id);
      throw error;
    }
  };
}

/** Computes once for each object and remembers it for as long as the object lives. */
export function onceFor<K extends WeakKey, T>(compute: (given: K) => T): (given: K) => T {
  const known = new WeakMap<K, T>();
  return (other) => {
    const found = known.get(other);
    if (found !== undefined) return found;
    const value = compute(other);
    known.set(other, value);
    return value;
  };
}
