import { lastResult } from './lastResult';

declare const OF: unique symbol;
/** Text of a value of a type. */
export type Packed<T> = string & { readonly [OF]: T };

type Plain = Record<string, unknown>;

const UNENDING = '\u0001unending';
/** Where a value that stood before stands again: by its number. */
const AGAIN = '\u0001again';
/** What is shared by many, and so written once: the field that all curves of a load stand on. */
const SHARED = 'field';
/** Many objects of the same keys, as a column for each key: the keys are written once. */
const COLUMNS = '\u0001columns';

const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The keys that all of these objects have, in one order; null where they are not alike or too few to gain by it. */
function keysOfAll(values: readonly unknown[]): string[] | null {
  const [first] = values;
  if (values.length < 2 || !isPlain(first)) return null;
  const keys = Object.keys(first);
  if (keys.length === 0 || keys.includes('__proto__')) return null;
  const alike = values.every((value) => {
    if (!isPlain(value)) return false;
    const own = Object.keys(value);
    return own.length === keys.length && keys.every((key, i) => own[i] === key && value[key] !== undefined);
  });
  return alike ? keys : null;
}

/** Plain data as it is written; `written` numbers what is shared in the order in which it is met. */
function shaped(value: unknown, key: string, written: Map<unknown, number>): unknown {
  if (value === Infinity) return UNENDING;
  if (typeof value !== 'object' || value === null) return value;
  if (key === SHARED) {
    const before = written.get(value);
    if (before !== undefined) return AGAIN + before;
    written.set(value, written.size);
  }
  if (!Array.isArray(value))
    return Object.fromEntries(
      Object.entries(value as Plain).map(([name, inner]) => [name, shaped(inner, name, written)]),
    );
  return shapedAll(value, key, written);
}

function shapedAll(values: readonly unknown[], key: string, written: Map<unknown, number>): unknown {
  const keys = key === SHARED ? null : keysOfAll(values);
  if (!keys) return values.map((value) => shaped(value, key, written));
  return {
    [COLUMNS]: values.length,
    ...Object.fromEntries(
      keys.map((name) => [
        name,
        shapedAll(
          values.map((value) => (value as Plain)[name]),
          name,
          written,
        ),
      ]),
    ),
  };
}

/**
 * Plain data as one text: it crosses from server to browser far quicker than thousands of objects, and is read back by `unpack`. An unending
 * number, which JSON has no word for, is written as 1e999 and comes back as Infinity; a field that many curves share is written once, and so
 * are the keys of many objects alike.
 *
 * @example pack([{ a: 1 }, { a: 2 }]) → '{"\\u0001columns":2,"a":[1,2]}'
 */
export function pack<T>(value: T): Packed<T> {
  const text = JSON.stringify(shaped(value, '', new Map())).replaceAll(JSON.stringify(UNENDING), '1e999');
  return text as Packed<T>;
}

/** What was written, as it was; in the order of writing, so that what is shared is met before it stands again. */
function restored(value: unknown, key: string, fields: unknown[]): unknown {
  if (key === SHARED && typeof value === 'string' && value.startsWith(AGAIN))
    return fields[Number(value.slice(AGAIN.length))];
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map((inner) => restored(inner, key, fields));
  const held = value as Plain;
  const count = held[COLUMNS];
  if (typeof count === 'number') return rowsOf(held, count, fields);
  if (key === SHARED) fields.push(held);
  for (const name of Object.keys(held)) held[name] = restored(held[name], name, fields);
  return held;
}

/** The objects of columns. */
function rowsOf(columns: Plain, count: number, fields: unknown[]): Plain[] {
  const rows: Plain[] = Array.from({ length: count }, () => ({}));
  for (const name of Object.keys(columns)) {
    if (name === COLUMNS) continue;
    const column = restored(columns[name], name, fields) as unknown[];
    for (let i = 0; i < count; i += 1) rows[i]![name] = column[i];
  }
  return rows;
}

const lastUnpacked = lastResult((text: string) => restored(JSON.parse(text), '', []));

/** What was packed, with the type that it had. The last is remembered, since a server draws one page for many: nobody changes it. */
export const unpack = <T>(packed: Packed<T>): T => lastUnpacked(packed) as T;
