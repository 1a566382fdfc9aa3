import { zipSync } from 'fflate';

/** By the local calendar, since a zip keeps no zone: the same bytes everywhere. */
const LONG_AGO = new Date(1990, 0, 1);

/** A zip of files in the order of their names, with no day of its own: the same files give the same bytes. */
export function steadyZip(files: Iterable<readonly [string, Uint8Array]>): Uint8Array {
  const sorted = [...files].sort(([a], [b]) => (a < b ? -1 : 1));
  return zipSync(Object.fromEntries(sorted), { level: 6, mtime: LONG_AGO });
}
