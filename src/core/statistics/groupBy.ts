/**
 * Groups in an order that the order of the rows does not change.
 *
 * @example [...groupBy([1, 2, 3], (n) => n % 2).values()] → [[1, 3], [2]]
 */
export function groupBy<T, K>(items: readonly T[], keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) {
    const key = keyOf(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}
