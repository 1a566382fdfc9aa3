export interface Merged {
  /** What stands in the end, with one’s own part where both wrote. */
  body: unknown;
  /** Fields that both wrote, each otherwise, as paths. */
  overlaps: string[];
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The same value, whatever the order of its fields. */
function isSame(a: unknown, b: unknown): boolean {
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((item, i) => isSame(item, b[i]));
  if (isRecord(a) && isRecord(b)) {
    const names = new Set([...Object.keys(a), ...Object.keys(b)]);
    return [...names].every((name) => isSame(a[name], b[name]));
  }
  return a === b;
}

/**
 * What two have written from one state, put together: field by field, what only one of them changed is theirs. A list is one field,
 * since nobody can say which of two orders is meant.
 *
 * @example threeWay({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }) → { body: { a: 2, b: 3 }, overlaps: [] }
 */
export function threeWay(base: unknown, theirs: unknown, mine: unknown, path = ''): Merged {
  if (isSame(mine, base) || isSame(mine, theirs)) return { body: theirs, overlaps: [] };
  if (isSame(theirs, base)) return { body: mine, overlaps: [] };
  if (!isRecord(base) || !isRecord(theirs) || !isRecord(mine)) return { body: mine, overlaps: [path] };
  const overlaps: string[] = [];
  const body: Record<string, unknown> = {};
  for (const name of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const part = threeWay(base[name], theirs[name], mine[name], path === '' ? name : `${path}.${name}`);
    overlaps.push(...part.overlaps);
    // What one of them took away stays away.
    if (part.body !== undefined) body[name] = part.body;
  }
  return { body, overlaps };
}
