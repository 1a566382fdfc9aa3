import { readdir, readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { UnusableInput } from '../problem';

/** All files of a folder by their path from it. Links are not followed. */
export async function readFolder(folder: string): Promise<Map<string, Uint8Array>> {
  const files = new Map<string, Uint8Array>();
  const found = await stat(folder).catch(() => null);
  if (!found?.isDirectory()) throw new UnusableInput({ file: folder, message: 'no such folder' });
  async function walk(inside: string): Promise<void> {
    const items = await readdir(join(folder, inside), { withFileTypes: true });
    for (const item of items.sort((a, b) => (a.name < b.name ? -1 : 1))) {
      const path = inside ? `${inside}/${item.name}` : item.name;
      if (item.name.startsWith('.')) continue;
      if (item.isDirectory()) await walk(path);
      else if (item.isFile()) files.set(path, await readFile(join(folder, path)));
    }
  }
  await walk('');
  return files;
}
