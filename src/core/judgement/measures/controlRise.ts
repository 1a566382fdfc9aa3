import type { PlacedEntry } from '@/core/ranking/rankAtLine';

/**
 * The rise of the control at the line, K, which others' noise is asked for; of several the first that has a place. Null
 * where none has.
 *
 * @example controlRise([{ entry: 'a', value: 38 }], [{ entry: 'a', isControl: true }]) → 38
 */
export function controlRise(
  placed: readonly Pick<PlacedEntry, 'entry' | 'value'>[],
  entries: readonly { entry: string; isControl: boolean }[],
): number | null {
  for (const { entry } of entries.filter(({ isControl }) => isControl)) {
    const found = placed.find((other) => other.entry === entry);
    if (found) return found.value;
  }
  return null;
}
