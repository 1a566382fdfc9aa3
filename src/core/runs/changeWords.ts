/**
 * A change of a run in a reviewer's words: “typed by hand”, “deleted”, “note: fan was loose”, “mount 1 → 2”, “set aside
 * taken back (door slammed)”.
 */
export function changeWords({ what, was, isNow }: { what: string; was: string; isNow: string }): string {
  if (what === 'run') return isNow;
  if (what === 'deleted') return isNow === '' ? 'restored' : 'deleted';
  if (was === '') return `${what}: ${isNow}`;
  if (isNow === '') return `${what} undone (${was})`;
  return `${what} ${was} → ${isNow}`;
}
