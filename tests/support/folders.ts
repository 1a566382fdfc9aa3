import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

/** Writes a bundle into a new folder, as a reviewer would have it. */
export function folderOf(files: ReadonlyMap<string, Uint8Array>, name = 'evening'): string {
  const folder = join(mkdtempSync(join(tmpdir(), 'abanico-')), name);
  for (const [path, bytes] of files) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), bytes);
  }
  return folder;
}
